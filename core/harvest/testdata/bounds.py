"""Makes the bounds that the test compares with. Needs SciPy (Debian's python3-scipy). Run from the repository's root:
python3 core/harvest/testdata/bounds.py > core/harvest/testdata/bounds.txt"""
import random

import scipy
from scipy.stats import hypergeom

random.seed(16)
print(f"# pieces, checked, wrong, others that could still be in it at 95 %; by SciPy {scipy.__version__}")
for _ in range(500):
    pieces = random.choice([random.randint(1, 30), random.randint(1, 200), random.randint(1, 900)])
    checked = random.randint(0, pieces)
    wrong = 0 if random.random() < 0.6 else min(checked, random.randint(0, 4))
    # one time in twenty exactly is often enough; floating point falls short of it
    most = max(k for k in range(wrong, pieces - checked + wrong + 1) if hypergeom.cdf(wrong, pieces, k, checked) >= 0.05 - 1e-12)
    print(pieces, checked, wrong, most - wrong)
