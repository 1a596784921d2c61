"""Values for src/core/take/regression.test.ts, by SciPy and statsmodels (Debian's python3-statsmodels).

Run: python3 scripts/take-statistics.py > src/core/take/statistics.json
Data are made here; drift bends every twelve notes, as the model says; the rest is statsmodels' own.
"""
import json
import numpy as np
import scipy.stats
import statsmodels.api as sm
from statsmodels.stats.multitest import multipletests


def drift(count, knot=12):
    pieces = max(1, round(count / knot))
    columns = np.zeros((count, pieces + 1))
    for at in range(count):
        place = at * pieces / (count - 1)
        left = min(pieces - 1, int(place))
        columns[at, left] = 1 - (place - left)
        columns[at, left + 1] = place - left
    return columns


cases = []
for seed, count, outliers in [(1, 160, 0), (2, 96, 6), (3, 240, 20)]:
    random = np.random.default_rng(seed)
    kinds = random.choice(["", "inside", "outside", "sweep"], count, p=[0.4, 0.25, 0.25, 0.1])
    late = np.cumsum(random.normal(0, 0.8, count)) + random.normal(0, 5, count)
    late += 6 * (kinds == "inside") - 2 * (kinds == "sweep")
    late[random.choice(count, outliers, replace=False)] += 60
    late = np.round(late, 3)
    asked = [kind for kind in dict.fromkeys(kinds) if kind]
    design = np.column_stack([drift(count)] + [(kinds == kind).astype(float) for kind in asked])
    fit = sm.RLM(late, design, M=sm.robust.norms.TukeyBiweight()).fit(maxiter=200, tol=1e-10)
    plain = sm.OLS(late, design).fit().get_robustcov_results("HC3")
    degrees = count - design.shape[1]
    chances = 2 * scipy.stats.t.sf(np.abs(fit.params / fit.bse), degrees)[-len(asked):]
    cases.append({
        "late": late.tolist(),
        "kinds": [kind or None for kind in kinds],
        "asked": asked,
        "means": fit.params[-len(asked):].tolist(),
        "errors": fit.bse[-len(asked):].tolist(),
        "hc3": plain.bse[-len(asked):].tolist(),
        "outliers": outliers,
        "quantile": scipy.stats.t.ppf(0.975, degrees),
        "chances": chances.tolist(),
        "holm": multipletests(chances, method="holm")[1].tolist(),
    })
print(json.dumps(cases))
