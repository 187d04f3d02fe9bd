"""Writes rings.json: noisy arcs with the circle of least squared distances that SciPy's least_squares finds, and Poisson's 5 and 95 %."""
import json, math, random
from scipy.optimize import least_squares
from scipy.stats import poisson

random.seed(18)
rings = []
while len(rings) < 60:
    x, y, r = random.uniform(-50, 50), random.uniform(-50, 50), random.uniform(1, 20)
    begin, arc, n = random.uniform(0, 2 * math.pi), random.uniform(1.2, 2 * math.pi), random.randint(4, 25)
    points = []
    for _ in range(n):
        a, d = begin + arc * random.random(), r + random.gauss(0, r / 25)
        points.append([round(x + d * math.cos(a), 3), round(y + d * math.sin(a), 3)])
    found = least_squares(lambda c: [math.hypot(p[0] - c[0], p[1] - c[1]) - c[2] for p in points], [x, y, r], xtol=1e-15, ftol=1e-15, gtol=1e-15)
    if not found.success:
        continue
    rings.append({"points": points, "x": found.x[0], "y": found.x[1], "r": found.x[2], "residual": math.sqrt(sum(v * v for v in found.fun) / n)})
counts = [{"expected": e, "low": int(poisson.ppf(0.05, e)), "high": int(poisson.ppf(0.95, e))} for e in [0.1, 0.5, 1, 2, 3.5, 7, 12, 20, 48, 99.9, 250, 1000]]
json.dump({"rings": rings, "poisson": counts}, open("rings.json", "w"), indent=1)
