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


# The key beside a tree. A table has one line a taxon: the first state that the guide calls usual, of each character of states
# that every taxon of the kingdom is scored on.
SHIPPED = json.loads(Path("guide/shipped.json").read_text())


def usual(score):
    """The ids of the states that a score shows three times for ten of a usual one or oftener, at any stage, the commonest first."""
    beside = lambda s: 1 if isinstance(s, str) else s.get("share") or (0.1 if s.get("rare") else 0.3 if s.get("sometimes") else 1)
    states = [s if isinstance(s, str) else s["state"] for s in sorted((x for x in score if isinstance(x, (str, dict))), key=beside, reverse=True) if beside(s) >= 0.3]
    return list(dict.fromkeys(states))


def key_of(book, kingdom):
    with tempfile.TemporaryDirectory() as d:
        path = Path(d, "guide.json")
        path.write_text(json.dumps(book))
        run = subprocess.run(["bin/thicket", "key", "--guide", str(path), "--kingdom", kingdom, "--json"], text=True, capture_output=True, check=True)
    return json.loads(run.stdout)


def tabled(kingdom):
    """The taxa of a kingdom, and the characters of states that are scored on all of them."""
    taxa = [t for t in SHIPPED["taxa"] if t["kingdom"] == kingdom]
    asked = [c for c in SHIPPED["characters"] if c.get("kind") == "states" and c["organ"] != "specimen"
             and all(isinstance(t["scores"].get(c["id"]), list) and usual(t["scores"][c["id"]]) for t in taxa)]
    return taxa, asked


def one_hot(lines, asked):
    return np.array([[line[c["id"]] == s["id"] for c in asked for s in c["states"]] for line in lines])


def tree_cost(model, x, asked):
    """Yes/no questions, and characters, that each line takes."""
    of = [c["id"] for c in asked for _ in c["states"]]
    paths = model.decision_path(x)
    cost = []
    for i in range(x.shape[0]):
        inner = [n for n in paths.indices[paths.indptr[i]:paths.indptr[i + 1]] if model.tree_.children_left[n] >= 0]
        cost.append((len(inner), len({of[model.tree_.feature[n]] for n in inner})))
    return np.mean(cost, axis=0)


def walk_key(steps, line):
    """The taxa that a written key leads to, and the number of steps taken; what a line does not have follows every way."""
    ends, taken, open_ = set(), set(), [1]
    while open_:
        n = open_.pop()
        if n in taken:
            continue
        taken.add(n)
        step = steps[n]
        for lead in step["leads"]:
            if line.get(step["character"]) in lead["states"] or step["character"] not in line:
                ends |= {e["taxon"] for e in lead.get("ends") or []}
                if lead.get("to"):
                    open_.append(lead["to"])
    return ends, len(taken)


def keys_beside_trees():
    rows_ = []
    for kingdom, called in (("fungi", "mushrooms"), ("plantae", "plants")):
        taxa, asked = tabled(kingdom)
        lines = [{c["id"]: usual(t["scores"][c["id"]])[0] for c in asked} for t in taxa]
        plain = [{k: c[k] for k in ("id", "organ", "kind", "name", "question", "line", "footing", "minutes") if k in c}
                 | {"states": [{"id": s["id"], "name": s["name"]} for s in c["states"]]} for c in asked]
        book = {"characters": plain, "taxa": [
            {k: t[k] for k in ("id", "name", "kingdom", "use", "harm")} | {"scores": {c: [v] for c, v in line.items()}} for t, line in zip(taxa, lines)]}
        x = one_hot(lines, asked)
        model = DecisionTreeClassifier(criterion="entropy", random_state=1).fit(x, np.arange(len(taxa)))
        questions, characters = tree_cost(model, x, asked)
        key = key_of(book, kingdom)
        steps = {s["number"]: s for s in key["steps"]}
        walked = [walk_key(steps, line) for line in lines]
        left = lambda all_: np.mean([len(ends) for ends, _ in all_])
        taken = lambda all_: np.mean([n for _, n in all_])
        rows_.append([f"{len(taxa)} {called} on {len(asked)} characters, one state each", f"{questions:.2f} yes/no, on {characters:.2f} characters",
                      f"{taken(walked):.2f} questions, {left(walked):.2f} names left"])
        # The guide as it is: of a taxon with several usual states a specimen shows one, by lot.
        r = random.Random(3)
        show = lambda t: {c["id"]: r.choice(usual(t["scores"][c["id"]])) for c in asked}
        learnt = [(n, show(t)) for n, t in enumerate(taxa) for _ in range(30)]
        new = [(n, show(t)) for n, t in enumerate(taxa) for _ in range(10)]
        model = DecisionTreeClassifier(criterion="entropy", random_state=1).fit(one_hot([l for _, l in learnt], asked), [n for n, _ in learnt])
        x = one_hot([l for _, l in new], asked)
        questions, characters = tree_cost(model, x, asked)
        right = np.sum(model.predict(x) == np.array([n for n, _ in new]))
        ids = {c["id"] for c in asked}
        full = {"characters": plain, "taxa": [
            {k: t[k] for k in ("id", "name", "kingdom", "use", "harm")} | {"scores": {c: usual(v) for c, v in t["scores"].items() if c in ids}} for t in taxa]}
        key = key_of(full, kingdom)
        steps = {s["number"]: s for s in key["steps"]}
        walked = [walk_key(steps, line) for _, line in new]
        arrived = sum(taxa[n]["id"] in ends for (n, _), (ends, _) in zip(new, walked))
        rows_.append([f"… as the guide has them, {len(new)} specimens by lot", f"{questions:.2f} yes/no, on {characters:.2f} characters; {share(right, len(new))} named right",
                      f"{taken(walked):.2f} questions, {left(walked):.2f} names left; {share(arrived, len(new))} arrived at"])
    return rows_


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

## A key beside a decision tree

The shipped guide's characters of states that every taxon of a kingdom is scored on. The tree learns the names; for specimens by
lot it has seen 30 of each. The key asks for a character at a time, firm and quick ones first, and leaves no name out that the
guide allows; it stops where a few names are left that need no telling apart, none of them grave beside one that is taken.

{table(["", tree, "key"], keys_beside_trees())}
## The ranking beside naive Bayes

The same model on the same readings: the logarithms agree to the half centiban that each reading is rounded to (a test of `core/ruling` holds them against those the library
gave). One row of 21 readings against 2,000 classes: a ruling, a ruling with the likeliest of all 2,000, and the library's
prediction, for the row alone and as one of a batch of 200, as a multiple of ours:

{table(["", "here", "CategoricalNB, one row", "in a batch, a row"], speed())}
""")


main()
