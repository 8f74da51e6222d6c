"""The general parameters of the model: one set for every food, fire and method.

Each has a prior from the literature or from common practice; `make calibrate` fits them together to the reference cooks
and keeps what came of it, with its uncertainty, in data/general.json. Whatever computes draws here.
"""

from __future__ import annotations

import json
from collections.abc import Iterator
from contextlib import contextmanager
from contextvars import ContextVar
from dataclasses import dataclass, fields
from functools import cache
from importlib import resources

import numpy as np
from numpy.typing import NDArray

Floats = NDArray[np.float64]


@dataclass(frozen=True)
class General:
    """One value of each parameter.

    air_stirs           how much better than a smooth flow a chamber's turbulence carries heat
    bed_loses           what a bed of coals gives off elsewhere, in parts of what its face shines upwards
    food_gives          share of the heat of a chamber's air that becomes steam at the food
    squeeze_s           how fast juice above the holding capacity leaves at 70 °C
    clings_kg_m2s       of juice that comes out of a face so fast half runs off at once; of slower juice less
    holding_loss, holding_mid_c
                        how much of the holding capacity heat takes, and about which temperature
    creeps_m2_s         diffusivity of water in meat that is as wet as raw
    browning_j_mol      activation energy of browning
    good_s              browning dose of a good crust [s at 140 °C, dry]
    contact_w_m2k       meat on hot metal
    contact_fades       share of it that a dry crust has lost
    crust_conducts      conductivity of a dry crust, in parts of what its composition says
    grey_s              seconds at 70 °C that take the red
    pan_steam_kg_m3     water vapour over food in a pan, in its own steam
    """

    air_stirs: float
    bed_loses: float
    food_gives: float
    squeeze_s: float
    clings_kg_m2s: float
    holding_loss: float
    holding_mid_c: float
    creeps_m2_s: float
    browning_j_mol: float
    good_s: float
    contact_w_m2k: float
    contact_fades: float
    crust_conducts: float
    grey_s: float
    pan_steam_kg_m3: float


NAMES: tuple[str, ...] = tuple(f.name for f in fields(General))
"""The parameters in their order."""


@dataclass(frozen=True)
class Parameter:
    """One parameter: prior and its range (four standard deviations wide), where that is from, and what was fitted."""

    name: str
    unit: str
    prior: float
    low: float
    high: float
    source: str
    value: float
    sd: float


@dataclass(frozen=True)
class Posterior:
    """All parameters, in the order of General's fields, and how their errors go together (n, n)."""

    parameters: tuple[Parameter, ...]
    correlation: Floats

    @property
    def best(self) -> General:
        """The fitted values."""
        return General(*(p.value for p in self.parameters))

    @property
    def prior(self) -> General:
        """The values before any cook was looked at."""
        return General(*(p.prior for p in self.parameters))

    def drawn(self, z: Floats) -> tuple[General, ...]:
        """Sets of parameters for rows of independent standard normal numbers (rows, n): correlated as the fit left
        them."""
        spread = np.array([p.sd for p in self.parameters])
        root = np.linalg.cholesky(self.correlation + 1e-9 * np.eye(len(spread)))
        values = np.array([p.value for p in self.parameters]) + (np.atleast_2d(z) @ root.T) * spread
        low = [min(p.low, p.value) for p in self.parameters]
        high = [max(p.high, p.value) for p in self.parameters]
        return tuple(General(*row) for row in np.clip(values, low, high).tolist())


@cache
def posterior() -> Posterior:
    """What calibration left."""
    kept = json.loads(resources.files(__package__).joinpath("data/general.json").read_text(encoding="utf-8"))
    parameters = {row["name"]: Parameter(**row) for row in kept["parameters"]}
    return Posterior(tuple(parameters[name] for name in NAMES), np.array(kept["correlation"], dtype=float))


_using: ContextVar[General | None] = ContextVar("general parameters", default=None)


def general() -> General:
    """The parameters to compute with: those in use here, or the calibrated ones."""
    return _using.get() or posterior().best


@contextmanager
def using(values: General) -> Iterator[None]:
    """Compute with other parameters meanwhile. Zones that were kept from before do not know of it."""
    token = _using.set(values)
    try:
        yield
    finally:
        _using.reset(token)
