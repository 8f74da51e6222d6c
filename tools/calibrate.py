"""Fit the general parameters to the reference cooks that count: one joint fit, weighted by confidence, with priors.

Writes src/brasko/core/uncertainty/data/general.json and docs/calibration.md. Takes about ten minutes on two cores.
"""

from __future__ import annotations

import json
import sys
import time
from collections.abc import Sequence
from concurrent.futures import ProcessPoolExecutor
from dataclasses import replace
from pathlib import Path

import numpy as np
from numpy.typing import NDArray
from scipy.optimize import least_squares, minimize

ROOT = Path(__file__).resolve().parents[1]
sys.path[:0] = [str(ROOT / "src"), str(ROOT / "tests" / "reference")]

from told_cooks import Reference, computed, references  # noqa: E402

from brasko.core.fire import chamber, custom  # noqa: E402
from brasko.core.uncertainty.general import General, Parameter, posterior, using  # noqa: E402

Floats = NDArray[np.float64]
KEPT = ROOT / "src/brasko/core/uncertainty/data/general.json"
TOLD = ROOT / "docs/calibration.md"
LINEAR = ("holding_mid_c", "contact_fades", "holding_loss")
"""Parameters that are fitted as they are; the others by their logarithm."""
CONFIDENCE = {"high": 1.0, "medium": 0.8, "low": 0.5}
STRAINED = 0.4
INSIDE, SHOULDER, MARGIN = 0.4, 3.0, 0.1
"""A range says that anywhere in it is about as likely: the pull to its middle is weak, and outside of it strong."""
STEP_SD, MAX_ROUNDS = 0.4, 1
PRIOR_COSTS = 0.1
"""What a squared standard deviation from the priors costs, in reference cooks."""
SAFELY_IN, LOST = 0.06, 0.5
PRIOR_PULLS, REACHES_SD = (0.15, 0.05), (0.3, 0.6, 0.9, 1.2)
LAST_ROUNDS = 3
"""Last stage: a value counts as out from so near its bound on; one farther out than LOST half ranges is not chased; how
much the priors still pull and how far a parameter may go in a round, each tried."""
PARAMETERS: tuple[Parameter, ...] = posterior().parameters
COUNTED: tuple[Reference, ...] = tuple(r for r in references() if r.is_counted)
GROUPS = tuple(dict.fromkeys(r.group for r in COUNTED))


def inward(parameter: Parameter, value: float) -> float:
    """A value as the fit sees it: prior 0, one standard deviation of the prior 1."""
    centre, low, high = (_scale(parameter, v) for v in (parameter.prior, parameter.low, parameter.high))
    return (_scale(parameter, value) - centre) / ((high - low) / 4.0)


def outward(parameter: Parameter, z: float) -> float:
    """The value of a fit's coordinate."""
    centre, low, high = (_scale(parameter, v) for v in (parameter.prior, parameter.low, parameter.high))
    at = centre + z * (high - low) / 4.0
    return at if parameter.name in LINEAR else float(np.exp(at))


def _scale(parameter: Parameter, value: float) -> float:
    return value if parameter.name in LINEAR else float(np.log(value))


def general_of(z: Floats) -> General:
    return General(*(outward(p, float(v)) for p, v in zip(PARAMETERS, z, strict=True)))


_before: list[General] = []


def _one(job: tuple[General, Reference]) -> float:
    values, reference = job
    if _before != [values]:
        for kept in (chamber.steady_state, custom.planner_fire, custom.searing_state):
            kept.cache_clear()
        _before[:] = [values]
    with using(values):
        try:
            return computed(reference)
        except ValueError:
            return float("nan")


def all_of(sets: Sequence[Floats], pool: ProcessPoolExecutor) -> Floats:
    """What each set of parameters says of every counted reference: (sets, references)."""
    jobs = [(general_of(z), r) for z in sets for r in COUNTED]
    found = np.array(list(pool.map(_one, jobs, chunksize=6)))
    return found.reshape(len(sets), len(COUNTED))


def weight_of(reference: Reference) -> float:
    sure = CONFIDENCE[reference.confidence.split(":")[0].split()[0].strip(",")]
    return sure * (STRAINED if reference.counts.startswith("strained") else 1.0)


WEIGHTS = np.array([weight_of(r) for r in COUNTED])
LOW, HIGH = np.array([r.low for r in COUNTED]), np.array([r.high for r in COUNTED])


def off(values: Floats) -> Floats:
    """How far off the middle of its range each value is, in half ranges; wide ranges by their logarithm."""
    wide = HIGH / np.maximum(LOW, 1e-9) > 3.0
    with np.errstate(invalid="ignore", divide="ignore"):
        plain = (values - (LOW + HIGH) / 2.0) / ((HIGH - LOW) / 2.0)
        logs = (np.log(np.maximum(values, 1e-6)) - np.log(LOW * HIGH) / 2.0) / (np.log(HIGH / LOW) / 2.0)
    return np.nan_to_num(np.where(wide, logs, plain), nan=4.0)


def shouldered(at: Floats) -> Floats:
    """What a value so far off weighs: anywhere in the range is about as good, beyond it counts soon."""
    return INSIDE * at + SHOULDER * np.sign(at) * np.maximum(np.abs(at) - 1.0 + MARGIN, 0.0)


class Fit:
    """The joint fit: residuals are the references' and the priors'."""

    def __init__(self, pool: ProcessPoolExecutor, counted: NDArray[np.bool_]) -> None:
        self.pool, self.counted, self.runs = pool, counted, 0
        self.known: dict[bytes, Floats] = {}
        self.slopes: Floats = np.zeros((len(COUNTED), len(PARAMETERS)))
        self.plain: Floats = np.zeros_like(self.slopes)
        self.best: tuple[float, Floats, Floats, Floats] | None = None

    def values(self, z: Floats) -> Floats:
        if z.tobytes() not in self.known:
            self.known[z.tobytes()] = all_of([z], self.pool)[0]
            self.runs += 1
        return self.known[z.tobytes()]

    def misses(self, z: Floats) -> Floats:
        return np.concatenate([(WEIGHTS * shouldered(off(self.values(z))))[self.counted], z])

    def jacobian(self, z: Floats) -> Floats:
        """Central differences: a step is wide enough to see past the jumps of flips. What was best so far is kept."""
        eye = np.eye(len(z)) * STEP_SD
        sets = [z + sign * step for step in eye for sign in (1.0, -1.0)]
        around = all_of(sets, self.pool)
        plain = np.array([off(v) for v in around])
        off_all = shouldered(plain)
        self.runs += len(sets)
        self.plain = ((plain[0::2] - plain[1::2]) / (2.0 * STEP_SD)).T
        self.slopes = ((off_all[0::2] - off_all[1::2]) / (2.0 * STEP_SD)).T
        now = self.values(z)
        within = int(((now >= LOW) & (now <= HIGH)).sum())
        for at, values in ((z, now), *zip(sets, around, strict=True)):
            self.weigh(at, values)
        print(f"  {self.runs} sets of parameters tried, {within} of {len(COUNTED)} in range", flush=True)
        return np.vstack([(WEIGHTS[:, None] * self.slopes)[self.counted], np.eye(len(z))])

    def weigh(self, at: Floats, values: Floats) -> None:
        """Keep a set of parameters if it is the best so far, with the slopes that were found last."""
        score = float(WEIGHTS[(values >= LOW) & (values <= HIGH)].sum()) - PRIOR_COSTS * float(at @ at)
        if self.best is None or score > self.best[0]:
            self.known[at.tobytes()] = values
            self.best = (score, at.copy(), self.slopes, self.plain)


def fitted(pool: ProcessPoolExecutor, start: Floats) -> tuple[Floats, Fit]:
    fit = Fit(pool, np.ones(len(COUNTED), dtype=bool))
    least_squares(
        fit.misses,
        start,
        jac=fit.jacobian,
        loss="cauchy",
        f_scale=1.0,
        bounds=(-2.2, 2.2),
        max_nfev=MAX_ROUNDS,
        xtol=0.02,
    )
    assert fit.best is not None
    for _ in range(LAST_ROUNDS):
        begun = fit.best[1]
        for pull in PRIOR_PULLS:
            for reach in REACHES_SD:
                tried = into_range(fit, begun, pull, reach)
                fit.weigh(tried, fit.values(tried))
        if fit.best[1] is begun:
            break
        fit.jacobian(fit.best[1])
    _, z, fit.slopes, fit.plain = fit.best
    return z, fit


def into_range(fit: Fit, z0: Floats, pull: float, reach: float) -> Floats:
    """From z0, the nearest parameters that by the fit's slopes bring most cooks safely into range."""
    begun, plain = off(fit.values(z0)), fit.plain

    def cost(z: Floats) -> float:
        out = np.maximum(np.abs(begun + plain @ (z - z0)) - 1.0 + SAFELY_IN, 0.0)
        return float(3.0 * (WEIGHTS * np.minimum(out, LOST)).sum() + pull * z @ z)

    bounds = [(max(at - reach, -2.2), min(at + reach, 2.2)) for at in z0]
    found = minimize(cost, z0, method="Powell", bounds=bounds, options={"maxiter": 60, "xtol": 1e-3})
    return np.asarray(found.x)


def laplace(z: Floats, fit: Fit) -> Floats:
    """Covariance of the fit's coordinates: curvature of misses and priors, widened by how badly the misses agree."""
    misses = WEIGHTS * shouldered(off(fit.values(z)))
    heavy = 1.0 / (1.0 + misses**2)
    slopes = WEIGHTS[:, None] * fit.slopes
    widened = max(1.0, float(np.mean(misses**2 * heavy)))
    return np.asarray(np.linalg.inv(slopes.T @ (heavy[:, None] * slopes) / widened + np.eye(len(z))))


def left_out(z: Floats, fit: Fit) -> dict[str, tuple[int, int]]:
    """Each group foretold by a fit of the others: in range, of how many. One step of Gauss and Newton from the joint
    fit."""
    told: dict[str, tuple[int, int]] = {}
    misses = WEIGHTS * shouldered(off(fit.values(z)))
    heavy = 1.0 / (1.0 + misses**2)
    slopes = WEIGHTS[:, None] * fit.slopes
    sets = []
    for group in GROUPS:
        others = np.array([r.group != group for r in COUNTED])
        a, m, h = slopes[others], misses[others], heavy[others]
        pull = a.T @ (h * m) + z
        sets.append(np.clip(z - np.linalg.solve(a.T @ (h[:, None] * a) + np.eye(len(z)), pull), -2.2, 2.2))
    for group, values in zip(GROUPS, all_of(sets, fit.pool), strict=True):
        own_rows = np.array([r.group == group for r in COUNTED])
        within = (values >= LOW) & (values <= HIGH) & own_rows
        told[group] = (int(within.sum()), int(own_rows.sum()))
    return told


def kept(z: Floats, covariance: Floats) -> tuple[Parameter, ...]:
    spreads = np.sqrt(np.diag(covariance))
    rows = []
    for p, at, spread in zip(PARAMETERS, z, spreads, strict=True):
        wide = (outward(p, at + spread) - outward(p, at - spread)) / 2.0
        rows.append(replace(p, value=float(f"{outward(p, at):.4g}"), sd=float(f"{wide:.3g}")))
    return tuple(rows)


def written(z: Floats, fit: Fit) -> None:
    covariance = laplace(z, fit)
    rows = kept(z, covariance)
    spreads = np.sqrt(np.diag(covariance))
    correlation = covariance / np.outer(spreads, spreads)
    KEPT.write_text(
        json.dumps(
            {
                "made_by": "make calibrate",
                "parameters": [vars(p) for p in rows],
                "correlation": np.round(correlation, 3).tolist(),
            },
            indent=1,
            ensure_ascii=False,
        )
        + "\n",
        encoding="utf-8",
    )
    TOLD.write_text(told_of(z, fit, rows, spreads, correlation, left_out(z, fit)), encoding="utf-8")


HEAD = """# Calibration

Made by `make calibrate`. Fifteen general parameters, each with a prior, are fitted together to the reference cooks that
count, weighted by how sure each is (high 1, medium 0.8, low 0.5; strained ones at 0.4 of that). What no parameter
can reach pulls little (Cauchy). Anywhere in a range is
about as good as its middle; beyond it a miss soon counts. Of the
sets of parameters that the fit tries, that with most cooks in range, by confidence, less a little for leaving the priors, is kept; it begins from what was kept before.
Last rounds start there and take, by the fit's own slopes, the nearest parameters that bring most cooks safely into their ranges. No parameter belongs to a case, a cut or a grill. What is kept: the best values, their spread and how their
errors go together (Laplace), from which plans, ranges and forecasts draw.
"""


def told_of(
    z: Floats,
    fit: Fit,
    rows: Sequence[Parameter],
    spreads: Floats,
    correlation: Floats,
    folds: dict[str, tuple[int, int]],
) -> str:
    values, before = fit.values(z), fit.values(np.zeros(len(z)))
    within = (values >= LOW) & (values <= HIGH)
    at_first = int(((before >= LOW) & (before <= HIGH)).sum())
    lines = [
        HEAD,
        f"In range: **{int(within.sum())} of {len(COUNTED)}** ({at_first} with the priors alone); each group "
        f"foretold by a "
        f"fit of the others: **{sum(a for a, _ in folds.values())} of {len(COUNTED)}**.\n",
        "| group | rows | in range | foretold by the others |",
        "| --- | --- | --- | --- |",
    ]
    for group in GROUPS:
        here = np.array([r.group == group for r in COUNTED])
        lines.append(f"| {group} | {int(here.sum())} | {int((within & here).sum())} | {folds[group][0]} |")
    lines += [
        "",
        "| parameter | unit | prior (range) | source | fitted | ± | spread left of the prior's | moved by |",
        "| --- | --- | --- | --- | --- | --- | --- | --- |",
    ]
    push = WEIGHTS[:, None] * fit.slopes
    for n, p in enumerate(rows):
        strongest = np.argsort(-np.abs(push[:, n]))[:4]
        said = ", ".join(COUNTED[i].id for i in strongest if abs(push[i, n]) > 0.05) or "nothing"
        lines.append(
            f"| {p.name} | {p.unit} | {p.prior:.3g} ({p.low:.3g} to {p.high:.3g}) | {p.source} | {p.value:.4g} "
            f"| {p.sd:.2g} | {spreads[n]:.2f} | {said} |"
        )
    loose = [p.name for p, s in zip(rows, spreads, strict=True) if s > 0.85]
    pairs = [
        f"{rows[i].name} and {rows[j].name} ({correlation[i, j]:+.2f})"
        for i in range(len(rows))
        for j in range(i)
        if abs(correlation[i, j]) > 0.35
    ]
    lines += [
        "",
        f"Not identified, so left near the prior: {', '.join(loose) or 'none'}.",
        "",
        f"Told apart badly: {'; '.join(pairs) or 'none'}.",
        "",
    ]
    return "\n".join(lines)


def main() -> None:
    begun = time.monotonic()
    with ProcessPoolExecutor(2) as pool:
        z, fit = fitted(pool, np.array([inward(p, p.value) for p in PARAMETERS]).clip(-2.0, 2.0))
        written(z, fit)
    values = fit.values(z)
    within = int(((values >= LOW) & (values <= HIGH)).sum())
    print(f"{within} of {len(COUNTED)} in range, {fit.runs} sets of parameters in {time.monotonic() - begun:.0f} s")


if __name__ == "__main__":
    main()
