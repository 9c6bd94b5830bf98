"""Values for reference/oracle.json, from the definitions and by other routes than the product's own.

Tables are gone through respondent by respondent or table by table in rational numbers; distributions come from mpmath at
40 digits; standard errors are numerical derivatives of the measure as defined. Needs Debian's python3-mpmath.

    /usr/bin/python3 bench/oracle/statistics.py > reference/oracle.json
"""
import itertools
import json
from fractions import Fraction as F
from math import comb, factorial

import mpmath as mp

mp.mp.dps = 40


def chi2_sf(x, df):
    return mp.gammainc(mp.mpf(df) / 2, mp.mpf(x) / 2, mp.inf, regularized=True)


def normal_sf(z):
    return mp.erfc(mp.mpf(z) / mp.sqrt(2)) / 2


def z_of(confidence):
    return mp.sqrt(2) * mp.erfinv(mp.mpf(confidence))


def num(x):
    return float(mp.mpf(x.numerator) / x.denominator) if isinstance(x, F) else float(x)


def test(statistic, df):
    x = mp.mpf(statistic.numerator) / statistic.denominator if isinstance(statistic, F) else mp.mpf(statistic)
    return {"statistic": float(x), "df": df, "p": float(chi2_sf(x, df))}


def margins(n):
    return [sum(r) for r in n], [sum(c) for c in zip(*n)], sum(map(sum, n))


# ---- every table with given margins, in rational numbers


def tables(R, C):
    if len(R) == 1:
        yield (tuple(C),)
        return
    for first in fills(R[0], C):
        for rest in tables(R[1:], [c - x for c, x in zip(C, first)]):
            yield (first,) + rest


def fills(total, caps):
    if len(caps) == 1:
        if total <= caps[0]:
            yield (total,)
        return
    for x in range(min(total, caps[0]) + 1):
        for rest in fills(total - x, caps[1:]):
            yield (x,) + rest


def exact(n):
    R, C, N = margins(n)
    top = 1
    for m in R + C:
        top *= factorial(m)

    def weight(t):
        bottom = 1
        for row in t:
            for x in row:
                bottom *= factorial(x)
        return F(top, factorial(N) * bottom)

    def x2(t):
        return sum((F(x) - F(R[i] * C[j], N)) ** 2 / F(R[i] * C[j], N) for i, row in enumerate(t) for j, x in enumerate(row))

    p0, s0 = weight(n), x2(n)
    fisher = pearson = total = F(0)
    for t in tables(R, C):
        w = weight(t)
        total += w
        if w <= p0 * (1 + F(1, 10**7)):
            fisher += w
        if x2(t) >= s0 * (1 - F(1, 10**7)):
            pearson += w
    assert total == 1
    return {"fisher": {"p": num(fisher)}, "pearson-exact": {"p": num(pearson)}}


# ---- measures as functions of a table, with numerical derivatives


def pairs(n):
    """Concordant and discordant pairs, each pair of cells compared."""
    P = Q = mp.mpf(0)
    cells = [(i, j, n[i][j]) for i in range(len(n)) for j in range(len(n[0]))]
    for (i, j, x), (k, l, y) in itertools.combinations(cells, 2):
        s = (i - k) * (j - l)
        if s > 0:
            P += x * y
        elif s < 0:
            Q += x * y
    return P, Q


def phi2(n):
    R, C, N = margins(n)
    return sum(n[i][j] ** 2 / (R[i] * C[j]) for i in range(len(R)) for j in range(len(C))) - 1


def correlation(n, x, y):
    R, C, N = margins(n)
    mx = sum(r * a for r, a in zip(R, x)) / N
    my = sum(c * b for c, b in zip(C, y)) / N
    sxy = sum(n[i][j] * (x[i] - mx) * (y[j] - my) for i in range(len(R)) for j in range(len(C)))
    sxx = sum(r * (a - mx) ** 2 for r, a in zip(R, x))
    syy = sum(c * (b - my) ** 2 for c, b in zip(C, y))
    return sxy / mp.sqrt(sxx * syy)


def midranks(totals):
    out, below = [], mp.mpf(0)
    for t in totals:
        out.append(below + (t + 1) / mp.mpf(2))
        below += t
    return out


def eta(n):
    R, C, N = margins(n)
    y = range(1, len(C) + 1)
    mean = sum(c * b for c, b in zip(C, y)) / N
    whole = sum(c * (b - mean) ** 2 for c, b in zip(C, y))
    within = mp.mpf(0)
    for i, row in enumerate(n):
        m = sum(x * b for x, b in zip(row, y)) / R[i]
        within += sum(x * (b - m) ** 2 for x, b in zip(row, y))
    return mp.sqrt(1 - within / whole)


def kappa(n, power):
    R, C, N = margins(n)
    k = len(R)
    d = (lambda i, j: mp.mpf(i != j)) if power == 0 else (lambda i, j: mp.mpf(abs(i - j)) ** power)
    seen = sum(d(i, j) * n[i][j] for i in range(k) for j in range(k)) / N
    blind = sum(d(i, j) * R[i] * C[j] for i in range(k) for j in range(k)) / N**2
    return 1 - seen / blind


def turned(n):
    return [list(c) for c in zip(*n)]


MEASURES = {
    "phi": lambda n: mp.sqrt(phi2(n)),
    "contingency": lambda n: mp.sqrt(phi2(n) / (1 + phi2(n))),
    "cramers-v": lambda n: mp.sqrt(phi2(n) / (min(len(n), len(n[0])) - 1)),
    "tschuprow-t": lambda n: mp.sqrt(phi2(n) / mp.sqrt((len(n) - 1) * (len(n[0]) - 1))),
    "pearson-r": lambda n: correlation(n, range(1, len(n) + 1), range(1, len(n[0]) + 1)),
    "spearman": lambda n: correlation(n, midranks(margins(n)[0]), midranks(margins(n)[1])),
    "eta:columns": eta,
    "eta:rows": lambda n: eta(turned(n)),
    "gamma": lambda n: (lambda P, Q: (P - Q) / (P + Q))(*pairs(n)),
    "kappa": lambda n: kappa(n, 0),
    "weighted-kappa:linear": lambda n: kappa(n, 1),
    "weighted-kappa:quadratic": lambda n: kappa(n, 2),
    "yule-q": lambda n: (n[0][0] * n[1][1] - n[0][1] * n[1][0]) / (n[0][0] * n[1][1] + n[0][1] * n[1][0]),
    "yule-y": lambda n: (lambda a, b: (a - b) / (a + b))(mp.sqrt(n[0][0] * n[1][1]), mp.sqrt(n[0][1] * n[1][0])),
    "odds-ratio": lambda n: n[0][0] * n[1][1] / (n[0][1] * n[1][0]),
    "risk-ratio": lambda n: n[0][0] / sum(n[0]) / (n[1][0] / sum(n[1])),
    "risk-difference": lambda n: n[0][0] / sum(n[0]) - n[1][0] / sum(n[1]),
}
SQUARE = {"kappa", "weighted-kappa:linear", "weighted-kappa:quadratic"}
FOUR = {"yule-q", "yule-y", "odds-ratio", "risk-ratio", "risk-difference"}


def with_ase(f, n):
    n = [[mp.mpf(x) for x in row] for row in n]
    variance = mp.mpf(0)
    for i in range(len(n)):
        for j in range(len(n[0])):
            if n[i][j] == 0:
                continue

            def moved(h, i=i, j=j):
                return f([[x + (h if (a, b) == (i, j) else 0) for b, x in enumerate(row)] for a, row in enumerate(n)])

            h = mp.mpf(10) ** -12
            slope = (moved(h) - moved(-h)) / (2 * h)
            variance += n[i][j] * slope**2
    return {"value": float(f(n)), "ase": float(mp.sqrt(variance))}


def measures(n):
    four = len(n) == len(n[0]) == 2
    out = {}
    for name, f in MEASURES.items():
        if name in SQUARE and len(n) != len(n[0]) or name in FOUR and not four or name == "phi" and four:
            continue
        out[name] = with_ase(f, n)
    return out


def kappa_null_z(n):
    """z of kappa: its variance where the margins are kept and the coders are independent, cell by cell."""
    R, C, N = [[mp.mpf(x) for x in m] if isinstance(m, list) else mp.mpf(m) for m in margins(n)]
    k = len(R)
    pe = sum(R[i] * C[i] for i in range(k)) / N**2
    spread = mp.mpf(0)
    for i in range(k):
        for j in range(k):
            w = mp.mpf(i == j)
            spread += R[i] * C[j] / N**2 * (w - (C[i] + R[j]) / N) ** 2
    se = mp.sqrt((spread - pe**2) / N) / (1 - pe)
    return float(kappa([[mp.mpf(x) for x in r] for r in n], 0) / se)


# ---- paired tables


def mcnemar(n):
    b, c = n[0][1], n[1][0]
    tail = sum(comb(b + c, k) for k in range(min(b, c) + 1))
    return {
        **test(F((b - c) ** 2, b + c), 1),
        "corrected": test(F(max(0, abs(b - c) - 1) ** 2, b + c), 1),
        "exact": num(min(F(1), F(2 * tail, 2 ** (b + c)))),
    }


def bowker(n):
    k = len(n)
    return test(sum(F((n[i][j] - n[j][i]) ** 2, n[i][j] + n[j][i]) for i in range(k) for j in range(i)), k * (k - 1) // 2)


def solve(A, x):
    """A⁻¹x in rational numbers, by elimination."""
    m = [list(map(F, row)) + [F(v)] for row, v in zip(A, x)]
    size = len(m)
    for i in range(size):
        pivot = next(r for r in range(i, size) if m[r][i] != 0)
        m[i], m[pivot] = m[pivot], m[i]
        m[i] = [v / m[i][i] for v in m[i]]
        for r in range(size):
            if r != i:
                m[r] = [v - m[r][i] * w for v, w in zip(m[r], m[i])]
    return [row[-1] for row in m]


def stuart_maxwell(n):
    R, C, _ = margins(n)
    k = len(n) - 1
    d = [R[i] - C[i] for i in range(k)]
    V = [[R[i] + C[i] - 2 * n[i][i] if i == j else -(n[i][j] + n[j][i]) for j in range(k)] for i in range(k)]
    return test(sum(a * b for a, b in zip(d, solve(V, d))), k)


def cochran_q(answers):
    k = len(answers[0])
    C = [sum(c) for c in zip(*answers)]
    R = [sum(r) for r in answers]
    return test(F((k - 1) * (k * sum(c * c for c in C) - sum(R) ** 2), k * sum(R) - sum(r * r for r in R)), k - 1)


# ---- trends


def trends(n):
    R, C, N = margins(n)
    out = {}
    r = correlation([[mp.mpf(x) for x in row] for row in n], range(1, len(R) + 1), range(1, len(C) + 1))
    out["linear-trend"] = test((N - 1) * r**2, 1)
    if len(n) == 2:
        # Armitage's z is the root of N r².
        z = -mp.sqrt(N) * r
        out["cochran-armitage"] = {
            "statistic": float(z),
            "p": float(2 * normal_sf(abs(z))),
            "pGreater": float(normal_sf(z)),
            "pLess": float(normal_sf(-z)),
        }
    return out


# ---- strata


def cmh(strata, A, B):
    """The covariance of every pair of cells, then contrasts A of rows and B of columns, in rational numbers."""
    size = len(A) * len(B)
    G = [F(0)] * size
    V = [[F(0)] * size for _ in range(size)]
    for n in strata:
        R, C, N = margins(n)
        cells = [(i, j) for i in range(len(R)) for j in range(len(C))]
        L = [[F(a[i]) * F(b[j]) for (i, j) in cells] for a in A for b in B]
        excess = [F(n[i][j]) - F(R[i] * C[j], N) for i, j in cells]
        cov = [
            [F(R[i] * ((i == k) * N - R[k]) * C[j] * ((j == l) * N - C[l]), N * N * (N - 1)) for (k, l) in cells]
            for (i, j) in cells
        ]
        for s in range(size):
            G[s] += sum(x * e for x, e in zip(L[s], excess))
            half = [sum(L[s][u] * cov[u][v] for u in range(len(cells))) for v in range(len(cells))]
            for t in range(size):
                V[s][t] += sum(h * x for h, x in zip(half, L[t]))
    return test(sum(g * v for g, v in zip(G, solve(V, G))), size)


def stratified(strata):
    r, c = len(strata[0]), len(strata[0][0])
    unit = lambda k: [[int(a == b) for b in range(k)] for a in range(k - 1)]
    out = {
        "general": cmh(strata, unit(r), unit(c)),
        "row-mean-scores": cmh(strata, unit(r), [list(range(1, c + 1))]),
        "correlation": cmh(strata, [list(range(1, r + 1))], [list(range(1, c + 1))]),
    }
    if r == c == 2:
        Rs = Ss = PR = PSQR = QS = F(0)
        for (a, b), (c_, d) in strata:
            N = a + b + c_ + d
            P, Q, R, S = F(a + d, N), F(b + c_, N), F(a * d, N), F(b * c_, N)
            Rs, Ss = Rs + R, Ss + S
            PR, PSQR, QS = PR + P * R, PSQR + P * S + Q * R, QS + Q * S
        psi = Rs / Ss
        v = PR / (2 * Rs**2) + PSQR / (2 * Rs * Ss) + QS / (2 * Ss**2)
        se = mp.sqrt(mp.mpf(v.numerator) / v.denominator)
        psi = mp.mpf(psi.numerator) / psi.denominator
        out["common-odds-ratio"] = {
            "value": float(psi),
            "lower": float(psi * mp.exp(-z_of("0.95") * se)),
            "upper": float(psi * mp.exp(z_of("0.95") * se)),
        }
        bd = off = total = mp.mpf(0)
        for (a, b), (c_, d) in strata:
            r1, c1, N = a + b, a + c_, a + b + c_ + d
            # The first cell with this odds ratio, by root finding on the log odds.
            low, high = mp.mpf(max(0, r1 + c1 - N)), mp.mpf(min(r1, c1))
            g = lambda x: mp.log(x) + mp.log(N - r1 - c1 + x) - mp.log(r1 - x) - mp.log(c1 - x) - mp.log(psi)
            e = mp.mpf(10) ** -30
            x = mp.findroot(g, (low + e, high - e), solver="bisect", maxsteps=400)
            var = 1 / (1 / x + 1 / (r1 - x) + 1 / (c1 - x) + 1 / (N - r1 - c1 + x))
            bd += (a - x) ** 2 / var
            off += a - x
            total += var
        df = len(strata) - 1
        out["breslow-day"] = {**test(bd, df), "tarone": test(bd - off**2 / total, df)}
    return out


# ---- one way


def goodness(counts, shares):
    N = sum(counts)
    whole = sum(shares)
    p = [F(s, whole) for s in shares]
    x2 = lambda t: sum((F(x) - N * q) ** 2 / (N * q) for x, q in zip(t, p))
    s0 = x2(counts)
    exactly = F(0)
    for t in fills(N, [N] * len(p)):
        if x2(t) >= s0 * (1 - F(1, 10**7)):
            w = F(factorial(N))
            for x, q in zip(t, p):
                w *= q**x / F(factorial(x))
            exactly += w
    g2 = 2 * sum(x * mp.log(x / (N * mp.mpf(q.numerator) / q.denominator)) for x, q in zip(counts, p) if x)
    return {**test(s0, len(p) - 1), "likelihood-ratio": test(g2, len(p) - 1), "exact": num(exactly)}


# ---- Krippendorff's alpha from the coincidence of every ordered pair of codings


def alpha(units, metric):
    units = [[v for v in u if v is not None] for u in units]
    units = [u for u in units if len(u) > 1]
    values = [v for u in units for v in u]
    n = len(values)
    ranks = {}
    for v in set(values):
        ranks[v] = F(sum(w < v for w in values)) + F(sum(w == v for w in values), 2)

    def d(a, b):
        if metric == "nominal":
            return F(a != b)
        if metric == "ordinal":
            return (ranks[a] - ranks[b]) ** 2
        if metric == "interval":
            return F(a - b) ** 2
        return F(0) if a + b == 0 else F(a - b, a + b) ** 2

    within = sum(F(1, len(u) - 1) * d(a, b) for u in units for k, a in enumerate(u) for l, b in enumerate(u) if k != l)
    across = sum(d(a, b) for k, a in enumerate(values) for l, b in enumerate(values) if k != l)
    return num(1 - (within / n) / (across / (n * (n - 1))))


# ---- collapsing: each grouping made and tested on its own


def groupings(n):
    k = len(n)
    out = []
    for cuts in itertools.chain.from_iterable(itertools.combinations(range(k - 1), m) for m in range(1, k)):
        groups, start = [], 0
        for end in list(cuts) + [k - 1]:
            groups.append([sum(col) for col in zip(*n[start : end + 1])])
            start = end + 1
        g = [[mp.mpf(x) for x in row] for row in groups]
        N = sum(map(sum, g))
        P, Q = pairs(g)
        out.append(
            {
                "V": mp.sqrt(phi2(g) / (min(len(g), len(g[0])) - 1)),
                "gamma": (P - Q) / (P + Q),
                "p": chi2_sf(N * phi2(g), (len(g) - 1) * (len(g[0]) - 1)),
            }
        )
    return {
        "groupings": len(out),
        **{f: {"least": float(min(o[f] for o in out)), "most": float(max(o[f] for o in out))} for f in ("V", "gamma", "p")},
        "significant": sum(o["p"] < mp.mpf("0.05") for o in out),
    }


def columns_compared(n):
    """Pooled z of each pair of columns in each row, as the signed root of that 2 x 2 table's X²."""
    R, C, N = margins(n)
    out = []
    for i, row in enumerate(n):
        for a, b in itertools.combinations(range(len(C)), 2):
            four = [[row[a], row[b]], [C[a] - row[a], C[b] - row[b]]]
            r, c, m = margins(four)
            top = four[0][0] * four[1][1] - four[0][1] * four[1][0]
            out.append(float(top * mp.sqrt(mp.mpf(m) / (r[0] * r[1] * c[0] * c[1]))) if r[0] * r[1] else 0.0)
    return out


EXACT = [
    [[3, 1, 0], [1, 2, 4], [0, 2, 3]],
    [[2, 0, 6, 5], [5, 4, 5, 3]],
    [[4, 0, 1], [0, 3, 1], [1, 1, 4], [2, 2, 0]],
    [[1, 2, 3, 1, 2], [4, 0, 1, 2, 1]],
    [[6, 1, 1], [0, 5, 2]],
    [[1, 0, 2, 1], [0, 3, 0, 1], [2, 1, 1, 0], [1, 0, 0, 3]],
]
TABLES = [
    [[30, 12, 5], [14, 28, 9], [4, 11, 33]],
    [[12, 30, 18, 9], [22, 16, 8, 31], [5, 14, 27, 20]],
    [[21, 9], [7, 26]],
    [[40, 22, 13, 8], [9, 25, 30, 41]],
    [[17, 4, 2, 1], [6, 12, 5, 3], [2, 7, 19, 6], [0, 3, 8, 22]],
]
STRATA = [
    [[[12, 8], [5, 15]], [[9, 11], [4, 19]], [[20, 7], [13, 14]]],
    [[[5, 4, 3], [2, 6, 8]], [[7, 3, 2], [4, 4, 9]], [[6, 6, 1], [3, 5, 5]]],
    [[[8, 3, 2], [4, 6, 5], [1, 4, 9]], [[5, 5, 1], [3, 7, 3], [2, 2, 8]]],
]
CODINGS = [
    [1, 1, None, 1], [2, 2, 3, 2], [3, 3, 3, 3], [3, 3, 3, 3], [2, 2, 2, 2], [1, 2, 3, 4],
    [4, 4, 4, 4], [1, 1, 2, 1], [2, 2, 2, 2], [None, 5, 5, 5], [None, None, 1, 1], [None, None, 3, None],
]  # fmt: skip
RELATED = [[1, 1, 0], [1, 1, 0], [1, 0, 0], [0, 1, 1], [1, 1, 1], [1, 0, 1], [1, 1, 0], [0, 0, 0], [1, 1, 0], [1, 0, 0]]

out = {
    "exact": [{"counts": n, "expect": exact(n)} for n in EXACT],
    "tables": [
        {
            "counts": n,
            "measures": measures(n),
            "tests": trends(n),
            "columns": columns_compared(n),
            "collapsing": groupings(n) if len(n) > 2 else None,
            "square": {"bowker": bowker(n), "stuart-maxwell": stuart_maxwell(n), "kappa-z": kappa_null_z(n)}
            if len(n) == len(n[0])
            else None,
            "four": {"mcnemar": mcnemar(n)} if len(n) == len(n[0]) == 2 else None,
        }
        for n in TABLES
    ],
    "strata": [{"strata": s, "expect": stratified(s)} for s in STRATA],
    "oneWay": [
        {"counts": c, "proportions": p, "expect": goodness(c, p)}
        for c, p in [([7, 12, 3, 8], [1, 1, 1, 1]), ([9, 2, 5], [2, 1, 1]), ([0, 6, 4], [3, 5, 2])]
    ],
    "related": {"answers": RELATED, "expect": cochran_q(RELATED)},
    "codings": {"units": CODINGS, "expect": {m: alpha(CODINGS, m) for m in ("nominal", "ordinal", "interval", "ratio")}},
}
print(json.dumps(out, indent=1))
