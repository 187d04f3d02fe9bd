# Writes a hundred lists of random calls, each with how sure and whether right, and scikit-learn's Brier score of each:
# python3 brier.py > brier.json
import json
import random

from sklearn.metrics import brier_score_loss

random.seed(20261127)
out = []
while len(out) < 100:
    n = random.randint(5, 60)
    sure = [random.choice([0.5, 0.6, 0.7, 0.8, 0.9, 0.99]) for _ in range(n)]
    right = [int(random.random() < s - 0.1) for s in sure]
    if len(set(right)) == 2:
        out.append({"sure": sure, "right": right, "brier": brier_score_loss(right, sure)})
print("[" + ",\n".join(json.dumps(x) for x in out) + "]")
