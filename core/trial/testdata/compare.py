#!/usr/bin/env python3
"""Holds the engine against general-purpose models on the public data set, and writes what comes of it.

Needs bin/thicket, go and scikit-learn (Debian's python3-sklearn). Run from the repository's root, or by `make compare`.
It writes docs/comparison.md and core/ruling/testdata/naive-bayes.txt, which a test of the ranking is held against.
"""
import csv, json, random, re, subprocess, tempfile, time
from collections import Counter
from pathlib import Path

import numpy as np
import sklearn
from sklearn.naive_bayes import CategoricalNB
from sklearn.tree import DecisionTreeClassifier

DATA = Path("core/identify/testdata/gilled-mushrooms.csv")
with DATA.open() as f:
    header, *rows = list(csv.reader(f))
names = header[2:]
values = [sorted({r[k + 2] for r in rows} - {""}) for k in range(len(names))]
poisonous = [r[1] == "poisonous" for r in rows]

# The footings and lines that the data set's notes give its characters; the others are structure, each its own line.
FOOTING = {"odor": "scent", "spore-print-color": "print", "bruises": "reaction", "population": "place", "habitat": "place"}
LINE = {"stalk-surface": "stalk-surface", "stalk-color": "stalk-color", "ring-": "ring"}


def guide(some, footed):
    """A guide in which each of the rows is a taxon."""
    characters = []
    for name, states in zip(names, values):
        c = {"id": name, "kind": "states", "states": [{"id": s} for s in states]}
        if footed:
            c["footing"] = FOOTING.get(name, "colour" if "color" in name and name != "spore-print-color" else "structure")
            c.update({"line": line for start, line in LINE.items() if name.startswith(start)})
        characters.append(c)
    taxa = [{
        "id": "r" + rows[i][0], "name": "Row " + rows[i][0], "kingdom": "fungi",
        "use": "none" if poisonous[i] else "edible", "harm": "deadly" if poisonous[i] else "none",
        "scores": {n: [v] for n, v in zip(names, rows[i][2:]) if v},
    } for i in some]
    return {"characters": characters, "taxa": taxa}


def specimens(some):
    return [{"id": rows[i][0], "harmful": poisonous[i], "readings": {n: v for n, v in zip(names, rows[i][2:]) if v}} for i in some]


def trial(book, shown, *how):
    """Puts specimens through the asking loop; gives the summary."""
    with tempfile.TemporaryDirectory() as d:
        path = Path(d, "guide.json")
        path.write_text(json.dumps(book))
        run = subprocess.run(["bin/thicket", "trial", "--guide", str(path), *how], text=True, capture_output=True, check=True,
                             input="".join(json.dumps(s) + "\n" for s in shown))
    return json.loads(run.stderr)


def identify(book, some):
    """Rules on full readings of rows; counts the verdicts of edible and of poisonous ones."""
    records = "".join(json.dumps({"id": rows[i][0], "readings": [
        {"character": n, "states": [v], "sure": True} for n, v in zip(names, rows[i][2:]) if v]}) + "\n" for i in some)
    with tempfile.TemporaryDirectory() as d:
        path = Path(d, "guide.json")
        path.write_text(json.dumps(book))
        run = subprocess.run(["bin/thicket", "identify", "--guide", str(path)], text=True, capture_output=True, check=True, input=records)
    clear = Counter(poisonous[i] for i, line in zip(some, run.stdout.splitlines()) if json.loads(line)["verdict"] == "ruled-clear")
    return clear[False], clear[True]


class Tree:
    """An entropy decision tree of yes/no questions: has this character this state?"""

    def __init__(self, some):
        self.questions = [(k, v) for k, states in enumerate(values) for v in states]
        x = [[rows[i][k + 2] == v for k, v in self.questions] for i in some]
        self.model = DecisionTreeClassifier(criterion="entropy", random_state=1).fit(np.array(x), [poisonous[i] for i in some])

    def ask(self, row):
        """Walks a row; gives whether it is called poisonous, the number of questions and the characters in order."""
        t, node, count, read = self.model.tree_, 0, 0, []
        while t.children_left[node] >= 0:
            k, v = self.questions[t.feature[node]]
            count += 1
            if k not in read:
                read.append(k)
            node = t.children_right[node] if row[k] == v else t.children_left[node]
        return bool(self.model.classes_[np.argmax(t.value[node][0])]), count, read

    def misread(self, row, k, state):
        return self.ask(row[:k] + [state] + row[k + 1:])[0]

    def summary(self, some, seed):
        r = random.Random(seed)
        out = Counter()
        for i in some:
            row = rows[i][2:]
            called, count, read = self.ask(row)
            if not poisonous[i]:
                out["edible"] += 1
                out["questions"] += count
                out["characters"] += len(read)
                continue
            out["poisonous"] += 1
            out["missed"] += not called
            others = lambda k: [s for s in values[k] if s != row[k]]
            place = r.randrange(4)  # as in the trial: one of the first four questions
            if place < len(read) and others(read[place]):
                out["once"] += not self.misread(row, read[place], r.choice(others(read[place])))
            else:
                out["once"] += not called
            out["worst"] += any(not self.misread(row, k, s) for k in read for s in others(k))
        return out


def share(n, of):
    return f"{n} of {of}"


def side_by_side(learnt, shown):
    book, tree = guide(learnt, footed=False), Tree(learnt)
    t = tree.summary(shown, 1)
    right, once, twice, worst = (trial(book, specimens(shown), *how) for how in (
        [], ["--misreads", "1"], ["--misreads", "2"], ["--worst"]))
    harmful = right["harmful"]
    return [
        ["questions asked of an edible row, mean", f'{t["questions"] / t["edible"]:.2f} yes/no, on {t["characters"] / t["edible"]:.2f} characters', f'{right["checks"]["mean"]:.2f} characters'],
        ["edible rows cleared, read right", "all by design", share(right["clears"], right["specimens"] - harmful)],
        ["poisonous rows called edible, read right", share(t["missed"], harmful), share(right["false_clears"], harmful)],
        ["… one misreading at random", share(t["once"], harmful), share(once["false_clears"], harmful)],
        ["… any single misreading, the worst", share(t["worst"], harmful), share(worst["false_clears"], harmful)],
        ["… two misreadings at random", "", share(twice["false_clears"], harmful)],
        ["edible rows still cleared after one misreading", "", share(once["clears"], once["specimens"] - once["harmful"])],
    ]


def table(head, lines):
    return "\n".join("| " + " | ".join(l) + " |" for l in [head, ["---"] * len(head), *lines]) + "\n"


# The naive Bayes of the library and the ranking are the same model where every taxon is one row, every character has the
# same number of states (padded to STATES) and a line of its own: a row's state has the chance (1 + a) / (1 + a·m), which
# is (1 - e) + e / m for a = e / ((1 - e)·m).
STATES, MISREAD, CLASSES, QUERIES = 12, 0.02, 100, 10


def bayes(classes):
    whole = [k for k in range(len(names)) if all(r[k + 2] for r in rows)]
    x = np.array([[values[k].index(r[k + 2]) for k in whole] for r in rows])
    model = CategoricalNB(alpha=MISREAD / ((1 - MISREAD) * STATES), fit_prior=False, min_categories=STATES)
    return model.fit(x[:classes], np.arange(classes)), x


def write_posteriors():
    model, x = bayes(CLASSES)
    shown = x[-QUERIES:]
    with open("core/ruling/testdata/naive-bayes.txt", "w") as f:
        print(f"# Joint log likelihoods of the last {QUERIES} rows under each of the first {CLASSES}, a line a row, by CategoricalNB of scikit-learn", sklearn.__version__, file=f)
        for line in model._joint_log_likelihood(shown) + np.log(CLASSES):
            print(" ".join(f"{v:.12f}" for v in line), file=f)


def clock(f, n):
    f()
    times = []
    for _ in range(n):
        start = time.perf_counter()
        f()
        times.append(time.perf_counter() - start)
    return sorted(times)[n // 2] * 1e6


def speed():
    model, x = bayes(len(rows))
    one, many = x[:1], x[:200]
    alone, batch = clock(lambda: model.predict(one), 50), clock(lambda: model.predict(many), 5) / len(many)
    run = subprocess.run(["go", "test", "-run", "^$", "-bench", "NaiveBayes", "./core/ruling"], text=True, capture_output=True, check=True)
    ours = {m[1]: float(m[2]) / 1e3 for m in re.finditer(r"BenchmarkNaiveBayes/(\w+)\S*\s+\d+\s+([\d.]+) ns/op", run.stdout)}
    return [[name, f"{ours[name]:.0f} µs", f"{alone:.0f} µs, {alone / ours[name]:.1f} ×", f"{batch:.0f} µs, {batch / ours[name]:.1f} ×"] for name in ours]


def main():
    everything = list(range(len(rows)))
    shuffled = random.Random(2).sample(everything, len(rows))
    write_posteriors()
    cleared, wrongly = identify(guide(everything, footed=True), everything)
    edible = len(rows) - sum(poisonous)
    tree = f"entropy tree (scikit-learn {sklearn.__version__})"
    Path("docs/comparison.md").write_text(f"""# Beside general-purpose models

Written by `make compare` from the public "Mushroom" data set (2,000 rows, `core/identify/testdata/README.md`); not by hand.

## The asking loop beside a decision tree, on the tree's own rows

A guide of all 2,000 rows, each a taxon, every character structure on a line of its own; the same rows are shown.

{table(["", tree, "asking loop"], side_by_side(everything, everything))}
The tree stops at the first answer that parts edible from poisonous rows; the loop asks until two independent readings would
have to be wrong.

## Rows that are not in the book

Learnt from 1,600 rows, shown the other 400.

{table(["", tree, "asking loop"], side_by_side(shuffled[:1600], shuffled[1600:]))}
## With the footings and lines of the data set's notes

All characters of every row read right: {cleared} of {edible} edible rows are cleared ({100 * cleared / edible:.1f} %), {wrongly} of {sum(poisonous)} poisonous ones.

## The ranking beside naive Bayes

The same model on the same readings: the logarithms agree to 1e-9 (a test of `core/ruling` holds them against those the library
gave). One row of 21 readings against 2,000 classes: a ruling, a ruling with the likeliest of all 2,000, and the library's
prediction, for the row alone and as one of a batch of 200, as a multiple of ours:

{table(["", "here", "CategoricalNB, one row", "in a batch, a row"], speed())}
""")


main()
