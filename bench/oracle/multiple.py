"""Values for reference/multiple.json: the overall test of a multiple-response question, from its definition.

Respondents are gone through one by one in rational numbers. The covariance of the stacked sqrt(n f_g) D^-1/2 (pi_g - pi)
is written out block by block as a whole matrix, its eigenvalues are found by mpmath at 40 digits, and the statistic and
its degrees of freedom are made of these; the product itself uses traces. Options' own tests are worked out beside it.
Needs Debian's python3-mpmath.

    /usr/bin/python3 bench/oracle/multiple.py > reference/multiple.json
"""
import json
import random
from fractions import Fraction as F

import mpmath as mp

mp.mp.dps = 40


def chi2_sf(x, df):
    return mp.gammainc(mp.mpf(df) / 2, mp.mpf(x) / 2, mp.inf, regularized=True)


def real(x):
    return mp.mpf(x.numerator) / x.denominator if isinstance(x, F) else mp.mpf(x)


def overall(groups, mentions, options, weights):
    people = list(range(len(groups)))
    w = [F(one) for one in weights] if weights else [F(1)] * len(people)
    total = sum(w)
    names = sorted(set(groups))
    n = len(people)
    said = [[F(1 if j in mentions[k] else 0) for j in range(options)] for k in people]
    share, rate, cov = {}, {}, {}
    for g in names:
        mine = [k for k in people if groups[k] == g]
        W = sum(w[k] for k in mine)
        share[g] = W / total
        rate[g] = [sum(w[k] * said[k][j] for k in mine) / W for j in range(options)]
        if weights:
            factor = F(len(mine), len(mine) - 1) / W ** 2
            cov[g] = [[factor * sum(w[k] ** 2 * (said[k][i] - rate[g][i]) * (said[k][j] - rate[g][j]) for k in mine)
                       for j in range(options)] for i in range(options)]
        else:
            cov[g] = [[(sum(said[k][i] * said[k][j] for k in mine) / len(mine) - rate[g][i] * rate[g][j]) / len(mine)
                       for j in range(options)] for i in range(options)]
    pi = [sum(share[g] * rate[g][j] for g in names) for j in range(options)]
    kept = [j for j in range(options) if 0 < pi[j] < 1]
    raw = n * sum(share[g] * (rate[g][j] - pi[j]) ** 2 / (pi[j] * (1 - pi[j])) for g in names for j in kept)
    lines = [(g, j) for g in names for j in kept]
    matrix = mp.matrix(len(lines), len(lines))
    for a, (g, i) in enumerate(lines):
        for b, (h, j) in enumerate(lines):
            inner = (cov[g][i][j] if g == h else 0) - share[g] * cov[g][i][j] - share[h] * cov[h][i][j]
            inner += sum(share[k] ** 2 * cov[k][i][j] for k in names)
            root = mp.sqrt(real(share[g] * share[h] / (pi[i] * (1 - pi[i]) * pi[j] * (1 - pi[j]))))
            matrix[a, b] = n * real(inner) * root
    eigen = mp.eigsy(matrix, eigvals_only=True)
    first, second = mp.fsum(eigen), mp.fsum(one ** 2 for one in eigen)
    statistic, df = real(raw) * first / second, first ** 2 / second
    return {"raw": real(raw), "statistic": statistic, "df": df, "p": chi2_sf(statistic, df)}


def own(groups, mentions, options):
    """Each option by group: Pearson's chi-square, unweighted; absent where nobody or everybody mentions it."""
    found = []
    names = sorted(set(groups))
    for j in range(options):
        yes = {g: sum(1 for k, one in enumerate(groups) if one == g and j in mentions[k]) for g in names}
        size = {g: groups.count(g) for g in names}
        n, m = len(groups), sum(yes.values())
        if m in (0, n):
            continue
        x = sum(F((yes[g] * n - size[g] * m) ** 2, size[g] * m * (n - m)) for g in names)
        found.append({"option": j, "statistic": real(x), "p": chi2_sf(real(x), len(names) - 1)})
    return found


def numbers(value):
    if isinstance(value, dict):
        return {key: numbers(one) for key, one in value.items()}
    if isinstance(value, list):
        return [numbers(one) for one in value]
    return float(mp.nstr(value, 17)) if isinstance(value, mp.mpf) else value


def main():
    rng = random.Random(20261125)
    cases = []
    for groups, options, size, weighted in [(2, 3, 40, False), (3, 5, 90, False), (4, 6, 160, False), (2, 4, 60, True), (3, 8, 150, True), (5, 2, 80, True)]:
        belongs = [k % groups for k in range(size)]
        rates = [[rng.uniform(0.1, 0.8) for _ in range(options)] for _ in range(groups)]
        mood = [rng.random() for _ in range(size)]
        mentions = [[j for j in range(options) if (mood[k] if rng.random() < 0.4 else rng.random()) < rates[belongs[k]][j]] for k in range(size)]
        weights = [rng.randint(1, 30) / 8 for _ in range(size)] if weighted else None
        expect = {"equal-mention": overall(belongs, mentions, options, weights)}
        if not weighted:
            expect["options"] = own(belongs, mentions, options)
        cases.append({"groups": belongs, "mentions": mentions, "options": options, "weights": weights, "expect": numbers(expect)})
    print(json.dumps(cases, separators=(",", ":")))


main()
