"""What fires are checked against from outside: the trade's own figures."""

from dataclasses import replace
from functools import cache

from case import TRADE, Case

from brasko.core.fire import chamber, setting
from brasko.core.fire.burn_time import chimney_ready_s, hours_of
from brasko.core.fire.coals import Charcoal, ring_kg_m, ring_most_m
from brasko.core.fire.grate import grate_map
from brasko.core.fire.kinds import GRILLS
from brasko.core.fire.kinds.gas import gas_grill
from brasko.core.fire.setup import FireSetup, usual_setup, with_vents
from brasko.core.fire.simulation import brought_up, conversion_s, simulate_fire
from brasko.core.fire.weather import Weather
from brasko.core.units import celsius, fahrenheit

STILL = Weather(20.0, 0.5)


def kettle(layout: str, mass_kg: float, vents: float = 0.5) -> FireSetup:
    return FireSetup(GRILLS["kettle"], Charcoal(layout, mass_kg), vents, vents, weather=STILL)


def fuse_kg(share: float) -> float:
    """Charcoal in a share of the whole ring."""
    fuse = Charcoal("ring", 1.0)
    return share * ring_most_m(GRILLS["kettle"]) * ring_kg_m(fuse.coal)


@cache
def kamado_at(gauge_f: float) -> FireSetup:
    return setting.set_for(replace(usual_setup(GRILLS["kamado"]), weather=STILL), celsius(gauge_f))


def kamado_opened_minutes() -> float:
    low = kamado_at(225.0)
    opened = replace(with_vents(low, 1.0, 1.0), deflector=False)
    return (conversion_s(low, opened, celsius(600.0), after_h=1.5) or 0.0) / 60.0


def dome_over_grate_f(minute: float) -> float:
    run = simulate_fire(brought_up(kamado_at(250.0)), 3.0)
    at = int(abs(run.time_s - minute * 60.0).argmin())
    return float(run.gauge_c[at] - run.grate_c[at]) * 1.8


def gas_row_f(zone: int) -> float:
    row = FireSetup(gas_grill(3, side=False), knobs=(1.0, 0.3, 0.3), weather=STILL)
    return fahrenheit(chamber.steady_state(row).zones_c[zone])


def palm_over_bank_s() -> float:
    shown = grate_map(replace(kettle("banked", 1.8), lid_open=True))
    return float(shown.hand_s[shown.hand_s == shown.hand_s].min())


def over_chimney_c() -> float:
    shown = grate_map(usual_setup(GRILLS["chimney"]))
    return float(shown.equivalent_c[len(shown.y_m) // 2, len(shown.x_m) // 2])


FIRE_CASES: tuple[Case, ...] = (
    Case("chimney_ready", TRADE, "chimney ready", 10.0, 15.0, "min", lambda: chimney_ready_s() / 60.0),
    Case(
        "kettle_preheat",
        TRADE,
        "kettle, lidded preheat on banked coals (about 15 min)",
        12.0,
        18.0,
        "min",
        lambda: (hours_of(kettle("banked", 1.8)).ready_s - chimney_ready_s()) / 60.0,
    ),
    Case(
        "fuse_half_vents",
        TRADE,
        "kettle, fuse of coals, vents half open",
        250.0,
        275.0,
        "°F",
        lambda: fahrenheit(chamber.steady_state(kettle("ring", fuse_kg(0.67))).gas_c),
        4.0,
        "still air, and vents of a usual size",
    ),
    Case(
        "fuse_hours",
        TRADE,
        "two thirds of the ring at 235 °F do a pork shoulder",
        8.0,
        12.0,
        "h",
        lambda: hours_of(setting.set_for(kettle("ring", fuse_kg(0.67)), celsius(235.0))).usable_s / 3600.0,
    ),
    Case(
        "kamado_vents",
        TRADE,
        "kamado at 250 °F: vents nearly shut",
        0.0,
        0.15,
        "open",
        lambda: kamado_at(250.0).bottom_share,
    ),
    Case(
        "kamado_opened",
        TRADE,
        "kamado from 225 °F to 600 °F, plate out, vents open (about 5 min)",
        4.0,
        6.0,
        "min",
        kamado_opened_minutes,
        2.8,
        "the glow has to spread through the lump first",
    ),
    Case(
        "dome_early",
        TRADE,
        "kamado, dome gauge over grate 15 min after lighting (about 25 °F)",
        20.0,
        30.0,
        "°F",
        lambda: dome_over_grate_f(15.0),
    ),
    Case(
        "dome_late",
        TRADE,
        "the same after two hours: the gap has closed",
        0.0,
        5.0,
        "°F",
        lambda: dome_over_grate_f(120.0),
    ),
    Case(
        "gas_high",
        TRADE,
        "gas, one burner high and two low: the high end (450 to 550 °F)",
        450.0,
        550.0,
        "°F",
        lambda: gas_row_f(0),
    ),
    Case(
        "gas_low", TRADE, "the same: the low end (medium low, 300 to 350 °F)", 300.0, 350.0, "°F", lambda: gas_row_f(2)
    ),
    Case(
        "pellet_top",
        TRADE,
        "pellet grill at its highest (some top out at 500 °F)",
        480.0,
        520.0,
        "°F",
        lambda: fahrenheit(setting.highest_c(replace(usual_setup(GRILLS["pellet"]), weather=STILL))),
    ),
    Case(
        "palm_bank",
        TRADE,
        "palm over banked coals, lid off (about one second is searing heat)",
        0.7,
        2.0,
        "s",
        palm_over_bank_s,
        1.0,
        "ours is a palm 10 cm above the grate, over coals of usual depth",
    ),
    Case(
        "over_chimney",
        TRADE,
        "over a lit chimney: the strongest heat a backyard has, above a sear of 550-600 °F",
        315.0,
        900.0,
        "°C",
        over_chimney_c,
    ),
)
