"""Finds the peaks in the raw samples and computes each school's value again. Standard library alone."""
import csv
import functools
import math
import os
import sys
from statistics import NormalDist

HERE = os.path.dirname(os.path.abspath(__file__))
NORMAL = NormalDist()
WITHIN = 1e-6  # of the value; the integrals and searches below are better than that
STEPS = 2000


def table(name):
    with open(os.path.join(HERE, name), encoding="utf-8", newline="") as file:
        return list(csv.DictReader(file))


def number(text):
    return float(text) if text else None


# --- the peaks ---

def peak(row):
    spikes = {float(t) for t in row["spikes_seconds"].split()}
    column, best = int(row["column"]) - 1, -math.inf
    with open(os.path.join(HERE, "..", "curves", row["recording"] + ".csv"), encoding="utf-8", newline="") as file:
        lines = csv.reader(file)
        next(lines)
        for cells in lines:
            if cells[column] and float(cells[0]) not in spikes:
                best = max(best, float(row["sign"]) * float(cells[column]) - float(row["zero_si"]))
    return best


# --- tolerance factors, by the distribution of the standard deviation of a normal sample ---

@functools.lru_cache(maxsize=None)
def scatter(dof):
    """Places and weights of s, the root of chi squared over its degrees of freedom. By parabolas."""
    constant = math.log(2) + dof / 2 * math.log(dof / 2) - math.lgamma(dof / 2)
    h = (1 + 12 / math.sqrt(dof)) / STEPS
    places = []
    for i in range(STEPS + 1):
        s = i * h
        if s > 0:
            density = math.exp(constant + (dof - 1) * math.log(s) - dof * s * s / 2)
        else:
            density = math.exp(constant) if dof == 1 else 0.0
        weight = (1 if i in (0, STEPS) else 4 if i % 2 else 2) * density * h / 3
        if weight > 1e-18:
            places.append((s, weight))
    return places


def chance(k, shift, dof):
    """P(Z + shift <= k s)."""
    return sum(weight * NORMAL.cdf(k * s - shift) for s, weight in scatter(dof))


@functools.lru_cache(maxsize=None)
def quantile(share, shift, dof):
    low, high = -60.0, 60.0
    while chance(high, shift, dof) < share:
        high *= 2
    for _ in range(55):
        middle = (low + high) / 2
        low, high = (middle, high) if chance(middle, shift, dof) < share else (low, middle)
    return (low + high) / 2


def tolerance(n, coverage, confidence, dof):
    root = math.sqrt(n)
    return quantile(confidence, NORMAL.inv_cdf(coverage) * root, dof) / root


# --- fits of values that may be bounds, by maximum likelihood ---

class Gauss:
    @staticmethod
    def log_density(z):
        return -z * z / 2 - math.log(2 * math.pi) / 2

    @staticmethod
    def below(z):
        return math.erfc(-z / math.sqrt(2)) / 2

    @staticmethod
    def above(z):
        return math.erfc(z / math.sqrt(2)) / 2

    quantile = staticmethod(NORMAL.inv_cdf)


class SmallestExtreme:
    @staticmethod
    def log_density(z):
        return z - math.exp(min(z, 700))

    @staticmethod
    def below(z):
        return -math.expm1(-math.exp(min(z, 700)))

    @staticmethod
    def above(z):
        return math.exp(-math.exp(min(z, 700)))

    @staticmethod
    def quantile(p):
        return math.log(-math.log1p(-p))


def likelihood(family, rows, location, scale):
    total = 0.0
    for kind, low, high in rows:
        z = (low - location) / scale
        if kind == "break":
            total += family.log_density(z) - math.log(scale)
            continue
        if kind == "at_least":
            share = family.above(z)
        elif kind == "at_most":
            share = family.below(z)
        else:
            share = family.below((high - location) / scale) - family.below(z)
        total += math.log(max(share, 1e-300))
    return total


def golden(f, low, high, rounds=60):
    """The place of the maximum of f between low and high."""
    share = (math.sqrt(5) - 1) / 2
    a, b = high - share * (high - low), low + share * (high - low)
    fa, fb = f(a), f(b)
    for _ in range(rounds):
        if fa > fb:
            high, b, fb = b, a, fa
            a = high - share * (high - low)
            fa = f(a)
        else:
            low, a, fa = a, b, fb
            b = low + share * (high - low)
            fb = f(b)
    return (low + high) / 2


def fitted(row, values):
    logs = row["school"] in ("fitted_lognormal", "fitted_weibull")
    family = SmallestExtreme if row["school"] in ("fitted_weibull", "fitted_cautious") else Gauss
    forth = math.log if logs else float
    breaks = spread([float(v["value_si"]) for v in values if v["counts_as"] == "break"], number(row["resolution_si"]))
    rows = [("break", forth(v), None) for v in breaks]
    rows += [(v["counts_as"], forth(float(v["value_si"])), number(v["upper_si"]) and forth(float(v["upper_si"])))
             for v in values if v["counts_as"] != "break"]
    p = 1 - float(row["coverage"])
    z = family.quantile(p)
    all_values = [low for _, low, _ in rows]
    centre = sum(all_values) / len(all_values)
    width = max(max(all_values) - min(all_values), abs(centre) * 1e-4)

    def profile(y):
        best = golden(lambda s: likelihood(family, rows, y - z * math.exp(s), math.exp(s)),
                      math.log(width / 1e3), math.log(width * 30))
        return likelihood(family, rows, y - z * math.exp(best), math.exp(best))

    top = golden(profile, centre - 30 * width, max(all_values) + width, 60)
    goal = profile(top) - float(row["drop"])
    step = width / 4
    low = top - step
    while profile(low) > goal:
        step *= 2
        low = top - step
    high = top
    for _ in range(60):
        middle = (low + high) / 2
        low, high = (low, middle) if profile(middle) > goal else (middle, high)
    return math.exp(high) if logs else high


# --- the schools ---

def carried(values):
    return sorted(float(v["value_si"]) for v in values)


def spread(values, step):
    """Equal readings lie evenly over the step of the display, where the step alone would hide their scatter."""
    if not step or len(values) < 2 or min(values) <= step / 2 or described(values)[2] >= step / math.sqrt(12):
        return values
    return [v + step * ((i + 0.5) / values.count(v) - 0.5) for v in sorted(set(values)) for i in range(values.count(v))]


def described(values):
    n = len(values)
    mean = sum(values) / n
    return n, mean, math.sqrt(sum((v - mean) ** 2 for v in values) / (n - 1)) if n > 1 else 0.0


def by_order(values, coverage, confidence):
    """The highest place in the order that is exceeded with that confidence."""
    n, miss, total, place = len(values), 1 - coverage, 0.0, 0
    for r in range(n):
        total += math.comb(n, r) * miss ** r * coverage ** (n - r)
        if 1 - total < confidence - 1e-12:
            break
        place = r + 1
    return values[place - 1]


def school(row, values):
    name, coverage, confidence = row["school"], float(row["coverage"]), float(row["confidence"])
    numbers = carried(values)
    n, mean, s = described(numbers)
    if name in ("lowest", "proof_survivors"):
        return numbers[0]
    if name == "average":
        return mean
    numbers = spread(numbers, number(row["resolution_si"]))
    n, mean, s = described(numbers)
    if name == "mean_minus_three_s":
        return mean - 3 * s
    if name == "tolerance_normal":
        return mean - tolerance(n, coverage, confidence, n - 1) * s
    if name == "cautious":  # k of the weakest place is from a table of simulated lots, and taken as given
        return mean - float(row["k"]) * s
    if name == "tolerance_weibull":
        _, mean, s = described([math.log(v) for v in numbers])
        return math.exp(mean - float(row["k"]) * s)
    if name == "tolerance_lognormal":
        _, mean, s = described([math.log(v) for v in numbers])
        return math.exp(mean - tolerance(n, coverage, confidence, n - 1) * s)
    if name == "prediction":
        return mean - quantile(confidence, 0.0, n - 1) * math.sqrt(1 + 1 / n) * s
    if name == "distribution_free":
        return by_order(carried(values), coverage, confidence)
    if name == "borrowed_scatter":
        return mean - tolerance(n, coverage, confidence, float(row["borrowed_dof"])) * float(row["borrowed_sd_si"])
    if name.startswith("fitted_"):
        return fitted(row, values)
    return float(row["value_si"])  # a claim: what was claimed, which the values confirm or do not


def compare(what, stated, again, wrong):
    if abs(stated - again) > WITHIN * max(abs(stated), 1e-12):
        wrong.append(what)
        print(f"{what}: stated {stated!r}, found again {again!r}")


def main():
    wrong, peaks, schools = [], table("peaks.csv"), table("schools.csv")
    for row in peaks:
        compare("peak of " + row["recording"], float(row["peak_si"]), peak(row), wrong)
    values = {}
    for row in table("values.csv"):
        values.setdefault(row["rating"], []).append(row)
    for row in schools:
        again = school(row, values[row["rating"]])
        compare(f"{row['rating']}, {row['school']}", float(row["value_si"]), again, wrong)
    print(f"{len(peaks)} peaks and {len(schools)} values of schools found again, {len(wrong)} not the same")
    return 1 if wrong else 0


if __name__ == "__main__":
    sys.exit(main())
