"""Intervals that invert a test, by other routes than the application's: scipy's distributions and optimisers.

    python3 bench/oracle/intervals.py > reference/intervals.json

Needs scipy and numpy, which the application does not.
"""
import json
import math

import numpy as np
from scipy import optimize, stats

LIMIT = stats.chi2.ppf(0.95, 1)


def bisect(inside, outside, holds):
    """The last point, going from inside to outside, at which a condition holds."""
    if holds(outside):
        return outside
    for _ in range(60):
        middle = (inside + outside) / 2
        inside, outside = (middle, outside) if holds(middle) else (inside, middle)
    return inside


def phi_of(n):
    (a, b), (c, d) = n
    return (a * d - b * c) / math.sqrt((a + b) * (c + d) * (a + c) * (b + d))


def phi_statistic(n, phi):
    """The least of the likelihood over the margins by Nelder and Mead from several starts, then Pearson's X² there."""
    counts = np.array(n, float).ravel()
    total = counts.sum()

    def shares(x):
        a, b = 1 / (1 + np.exp(-x))
        h = phi * math.sqrt(a * (1 - a) * b * (1 - b))
        return np.array([a * b + h, a * (1 - b) - h, (1 - a) * b - h, (1 - a) * (1 - b) + h])

    def loss(x):
        p = shares(x)
        if (p < 0).any() or ((p == 0) & (counts > 0)).any():
            return 1e9
        with np.errstate(divide="ignore", invalid="ignore"):
            return -np.where(counts > 0, counts * np.log(np.where(p > 0, p, 1)), 0).sum()

    row, column = (counts[0] + counts[1]) / total, (counts[0] + counts[2]) / total
    logit = lambda p: math.log(p / (1 - p))
    same = (row + column) / 2 if phi > 0 else (row + 1 - column) / 2
    starts = [(row, column), (same, same if phi > 0 else 1 - same), ((row + same) / 2, (column + (same if phi > 0 else 1 - same)) / 2)]
    best = min(
        (optimize.minimize(loss, [logit(a), logit(b)], method="Nelder-Mead", options={"xatol": 1e-11, "fatol": 1e-13, "maxiter": 4000}) for a, b in starts),
        key=lambda found: found.fun,
    )
    if best.fun >= 1e9:
        return math.inf
    expected = total * shares(best.x)
    return sum((o - e) ** 2 / e for o, e in zip(counts, expected) if e > 1e-12)


def phi_score(n):
    value = phi_of(n)
    holds = lambda phi: phi_statistic(n, phi) <= LIMIT
    return [bisect(value, -1 + 1e-9, holds), bisect(value, 1 - 1e-9, holds)]


def risk_statistic(n, difference):
    (a, b), (c, d) = n
    r1, r2 = a + b, c + d

    def loss(p):
        terms = [(a, p + difference), (b, 1 - p - difference), (c, p), (d, 1 - p)]
        return 1e9 if any(q < 0 or (q == 0 and k > 0) for k, q in terms) else -sum(k * math.log(q) for k, q in terms if k > 0)

    low, high = max(0.0, -difference), min(1.0, 1 - difference)
    p = optimize.minimize_scalar(loss, bounds=(low, high), method="bounded", options={"xatol": 1e-13}).x
    variance = (p + difference) * (1 - p - difference) / r1 + p * (1 - p) / r2
    off = a / r1 - c / r2 - difference
    return 0 if off == 0 else off**2 / variance if variance > 0 else math.inf


def risk_score(n):
    (a, b), (c, d) = n
    value = a / (a + b) - c / (c + d)
    holds = lambda difference: risk_statistic(n, difference) <= LIMIT
    return [bisect(value, -1 + 1e-12, holds), bisect(value, 1 - 1e-12, holds)]


def fisher_phi(n):
    """Odds ratios that Fisher's two-sided test keeps, from a fine grid, each end then closed in; as phi at the margins."""
    (a, b), (c, d) = n
    r1, r2, c1 = a + b, c + d, a + c
    values = np.arange(max(0, c1 - r2), min(r1, c1) + 1)
    logs = np.array([math.lgamma(r1 + 1) - math.lgamma(x + 1) - math.lgamma(r1 - x + 1) + math.lgamma(r2 + 1) - math.lgamma(c1 - x + 1) - math.lgamma(r2 - c1 + x + 1) for x in values])

    def p(theta):
        w = logs + theta * values
        w -= w.max()
        own = w[list(values).index(a)]
        w, own = np.exp(w), math.exp(own)
        return w[w <= own * (1 + 1e-7)].sum() / w.sum()

    keeps = lambda theta: p(theta) >= 0.05
    grid = np.arange(-12, 12, 2e-4)
    kept = [theta for theta in grid if keeps(theta)]
    rejects = p(0) < 0.05
    above = a > r1 * c1 / (r1 + r2)
    if rejects:
        kept = [theta for theta in kept if (theta > 0) == above]

    def first(theta):
        psi = math.exp(theta)
        f = lambda x: math.log(x) + math.log(r2 - c1 + x) - math.log(r1 - x) - math.log(c1 - x) - math.log(psi)
        return optimize.brentq(f, max(0, c1 - r2) + 1e-13, min(r1, c1) - 1e-13)

    def phi_at(x):
        return (x * (r1 + r2) - r1 * c1) / math.sqrt(r1 * r2 * c1 * (r1 + r2 - c1))

    def end(theta, outward, edge):
        if abs(theta) > 11.9:
            return phi_at(edge)
        theta = bisect(theta, theta + outward * 2e-4, keeps)
        return phi_at(first(theta))

    return [end(kept[0], -1, values[0]), end(kept[-1], 1, values[-1])]


def eta_interval(n):
    """Scores 1 to c of the columns by the groups in the rows, the noncentral F inverted."""
    n = np.array(n, float)
    y = np.arange(1, n.shape[1] + 1)
    R, N = n.sum(1), n.sum()
    means = n @ y / R
    mean = (R * means).sum() / N
    square = (R * (means - mean) ** 2).sum() / (n.sum(0) * (y - mean) ** 2).sum()
    df1, df2 = len(R) - 1, N - len(R)
    F = square / df1 / ((1 - square) / df2)

    def end(probability):
        if stats.f.cdf(F, df1, df2) <= probability:
            return 0.0
        excess = lambda l: stats.ncf.cdf(F, df1, df2, l) - probability
        high = 1.0
        while excess(high) > 0:
            high *= 1.5
        noncentrality = optimize.brentq(excess, 1e-9, high, xtol=1e-12)
        return math.sqrt(noncentrality / (noncentrality + N))

    return [end(0.975), end(0.025)]


def weighted_v(counts, sums, squares):
    """V with weights: eigenvalues of the design effects, then the noncentral chi-square inverted on their scale."""
    counts, sums, squares = (np.array(x, float) for x in (counts, sums, squares))
    n, W = counts.sum(), sums.sum()
    p, q = sums / W, squares / W**2
    r, c = p.shape
    row, column = p.sum(1), p.sum(0)
    cov = n / (n - 1) * (np.diag(q.ravel()) - np.outer(q.ravel(), p.ravel()) - np.outer(p.ravel(), q.ravel()) + q.sum() * np.outer(p.ravel(), p.ravel()))
    H = []
    for i in range(r - 1):
        for j in range(c - 1):
            g = np.zeros((r, c))
            g[i, j] += 1
            g[i, :] -= column[j]
            g[:, j] -= row[i]
            H.append(g.ravel())
    H = np.array(H)
    a, b = row[: r - 1], column[: c - 1]
    P = np.kron(np.diag(a) - np.outer(a, a), np.diag(b) - np.outer(b, b))
    d = np.linalg.eigvals(n * np.linalg.inv(P) @ H @ cov @ H.T).real
    m, D = d.mean(), len(d)
    spread = ((d - m) ** 2).sum() / (D * m**2)
    square = ((p - np.outer(row, column)) ** 2 / np.outer(row, column)).sum()
    x, df, unit = n * square / (m * (1 + spread)), D / (1 + spread), m * (1 + spread) / n

    def end(probability):
        if stats.chi2.cdf(x, df) <= probability:
            return 0.0
        return optimize.brentq(lambda l: stats.ncx2.cdf(x, df, l) - probability, 1e-9, 20 * x + 50, xtol=1e-13) * unit

    k = min(r, c) - 1
    return [math.sqrt(end(0.975) / k), math.sqrt(end(0.025) / k)]


FOURS = [
    [[44, 40], [2, 26]], [[26, 30], [16, 13]], [[3, 58], [54, 32]], [[15, 7], [4, 22]], [[14, 3], [46, 35]],
    [[120, 80], [90, 110]], [[5, 200], [1, 300]], [[0, 12], [7, 9]], [[30, 2], [25, 40]], [[600, 400], [550, 450]],
]
SMALL = [[[3, 1], [1, 3]], [[0, 5], [6, 4]], [[1, 9], [8, 2]], [[2, 20], [4, 9]], [[7, 2], [3, 18]]]
GROUPED = [[[10, 20, 30], [20, 20, 20], [30, 25, 9]], [[5, 9, 4, 2], [3, 8, 9, 7]], [[40, 38, 22], [41, 39, 21], [39, 37, 25]]]
WEIGHTED = [
    {"counts": [[40, 30, 20], [25, 35, 30]], "sums": [[44.0, 28.0, 21.5], [22.0, 38.5, 33.0]], "squares": [[60.0, 31.0, 29.0], [24.0, 55.0, 49.0]]},
    {"counts": [[60, 40], [45, 55]], "sums": [[70.0, 36.0], [41.0, 60.0]], "squares": [[110.0, 40.0], [48.0, 88.0]]},
]

if __name__ == "__main__":
    print(json.dumps({
        "score": [{"counts": n, "phi": phi_score(n), "riskDifference": risk_score(n)} for n in FOURS],
        "exact": [{"counts": n, "phi": fisher_phi(n)} for n in SMALL],
        "eta": [{"counts": n, "interval": eta_interval(n)} for n in GROUPED],
        "weighted": [{**w, "V": weighted_v(**w)} for w in WEIGHTED],
    }, indent=1))
