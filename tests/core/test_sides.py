"""Sides over a fire: done by softness, weight, colour or heat. Usual times: common practice, no source."""

import numpy as np
import pytest
from wording import worded

from brasko.core.fire.custom import shipped
from brasko.core.sides.cooking import PLATE_C, SideDone, cooked_side
from brasko.core.sides.exposure import FireState, exposed, size_of
from brasko.core.sides.kinds import WAYS, all_sides, side_named
from brasko.core.sides.look import look_of
from brasko.core.sides.softening import ACTIVATION_J_MOL, GAS_J_MOLK, rate_s, share_gone, softened
from brasko.core.table.side_ways import SETTINGS_C

KETTLE = shipped()["kettle_two_zone"]


def zone(kind, hot, gentle_c=SETTINGS_C[0]):
    return exposed(KETTLE, FireState("set", gentle_c), "hot" if hot else "cool", size_of(kind.geometry()))


def test_the_table_has_the_kinds_that_cooks_bring_each_with_a_way_and_a_time():
    kinds = all_sides()
    assert len(kinds) >= 25
    for kind in kinds.values():
        assert kind.ways
        assert set(kind.ways) <= set(WAYS)
        assert 0.0 < kind.usual_s[0] < kind.usual_s[1]
        assert sum(vars(kind.composition).values()) == pytest.approx(1.0, abs=0.02)


def test_softening_is_first_order_and_follows_arrhenius():
    """S = exp(-kt) at one temperature; the rate ten degrees lower by its activation energy. Source: rao_lund_1986."""
    minutes = np.linspace(0.0, 600.0, 61)
    dose = softened("starchy", minutes, np.full(61, 100.0))
    assert share_gone(dose) == pytest.approx(1.0 - np.exp(-0.32 * 10.0))
    slower = rate_s("starchy", np.array([90.0]))[0] / rate_s("starchy", np.array([100.0]))[0]
    assert slower == pytest.approx(np.exp(-ACTIVATION_J_MOL.value / GAS_J_MOLK * (1 / 363.15 - 1 / 373.15)))


@pytest.mark.parametrize(
    ("tissue", "share", "low_min", "high_min"),
    [("crisp", 0.6, 1.5, 4.0), ("firm", 0.8, 8.0, 15.0), ("starchy", 0.85, 5.0, 9.0)],
    ids=["asparagus", "slices of carrot", "slices of potato"],
)
def test_thin_slices_in_boiling_water_are_tender_when_cooks_say(tissue, share, low_min, high_min):
    """From memory: household times for thin pieces at a rolling boil."""
    rate = rate_s(tissue, np.array([100.0]))[0]
    assert low_min < -np.log(1.0 - share) / rate / 60.0 < high_min


def test_nearly_all_kinds_are_done_within_their_usual_times_on_a_kettle():
    """At the hottest or at medium heat, over the coals, from there to the cool side, or on the cool side. Nothing is
    fitted to a kind: tissues share their rates. Seven lie outside: by up to two thirds, and a wedge of cabbage takes
    more than twice as long, for steam goes between its leaves, which no solid block lets through."""
    late = {}
    for kind in all_sides().values():
        hot, mild, cool = zone(kind, True), zone(kind, True, SETTINGS_C[1]), zone(kind, False)
        tried = [cooked_side(kind, kind.ways[0], places, 4) for places in ((hot,), (mild,), (hot, cool), (cool,))]
        good = [each.duration_s for each in tried if each.done and not each.burnt]
        if not any(kind.usual_s[0] <= duration <= kind.usual_s[1] for duration in good):
            late[kind.key] = min(good) / kind.usual_s[1]
    assert len(late) <= 7
    assert all(share < 1.67 for key, share in late.items() if key != "cabbage")


def test_hotter_is_sooner_and_a_thicker_potato_later():
    half, whole = side_named("potato_half"), side_named("potato_whole")
    assert (
        cooked_side(half, "open", (zone(half, False),)).duration_s
        > cooked_side(half, "pan", (zone(half, True),)).duration_s
    )
    assert cooked_side(whole, "foil", (zone(whole, False),)).duration_s > 1800.0


def test_foil_keeps_the_water_in_and_the_colour_out():
    corn = side_named("corn_bare")
    open_, foil = (cooked_side(corn, way, (zone(corn, True),)) for way in ("open", "foil"))
    assert foil.water_share < 0.5 * open_.water_share
    assert foil.browning < open_.browning


def test_bread_is_done_in_a_minute_or_two_and_long_before_it_is_hot_through():
    bun = cooked_side(side_named("bun"), "open", (zone(side_named("bun"), True),))
    assert bun.done
    assert bun.duration_s < 200.0
    assert bun.middle_c < PLATE_C


def test_what_must_reach_a_figure_ends_on_it():
    """Skewers of poultry end at the agency's figure in the middle. Source: fsis_safe_temperatures."""
    kind = side_named("chicken_skewer")
    assert cooked_side(kind, "open", (zone(kind, True),)).middle_c >= 73.9


def test_a_fuller_pot_takes_longer():
    beans = side_named("beans_pot")
    few, many = (cooked_side(beans, "pot", (zone(beans, False),), eaters).duration_s for eaters in (2, 12))
    assert many > 1.3 * few


def done_so(browning: float, black_s: float = 0.0) -> SideDone:
    return SideDone(True, 600.0, 0.0, (), 0.7, 0.2, browning, black_s, 180.0, 80.0, 300.0, browning)


@pytest.mark.parametrize("key", sorted(all_sides()))
def test_every_side_has_a_look_of_its_own(key):
    kind = side_named(key)
    seen = look_of(kind, kind.ways[0], done_so(0.9))
    assert all(0 <= part <= 255 for colour in (seen.face, seen.marks, seen.inside) for part in colour)
    assert worded(seen.words).endswith(".")


def test_more_browning_is_darker_and_coal_is_darkest():
    pale, brown, black = (look_of(side_named("onion"), "open", done_so(*so)) for so in ((0.02,), (1.0,), (1.0, 180.0)))
    assert sum(pale.marks) > sum(brown.marks) > sum(black.marks)
    assert sum(brown.face) > sum(brown.marks), "between the rods it keeps its colour"
    assert pale.marks_share == 0.0
    assert "Hardly colored" in worded(pale.words)
    assert "black in places" in worded(black.words)


def test_what_is_wrapped_does_not_brown():
    seen = look_of(side_named("potato_whole"), "foil", done_so(2.0, 500.0))
    assert (seen.marks_share, seen.black_share) == (0.0, 0.0)
    assert "wrapped" in worded(seen.words)
