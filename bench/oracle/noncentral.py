# Independent values for src/core/numerics: Debian's python3-mpmath, 40 digits, straight from the definitions.
from mpmath import exp, factorial, gammainc, inf, log, loggamma, mp, mpf, nsum

mp.dps = 40


def chi_square_survival(x, df):
    return gammainc(mpf(df) / 2, mpf(x) / 2, inf, regularized=True)


def noncentral_cumulative(x, df, lam):
    x, df, lam = mpf(x), mpf(df), mpf(lam)
    return sum(
        exp(-lam / 2 + j * log(lam / 2) - loggamma(j + 1)) * gammainc(df / 2 + j, 0, x / 2, regularized=True)
        for j in range(0, int(lam) + 400)
    )


if __name__ == "__main__":
    for x, df in [(3.84, 1), (1000, 1), (31.2, 4), (700, 30), (1300, 2)]:
        print("survival", x, df, chi_square_survival(x, df))
    for case in [(5, 3, 2.5), (50, 10, 30), (400, 4, 500), (1200, 20, 1000)]:
        print("noncentral", *case, noncentral_cumulative(*case))
