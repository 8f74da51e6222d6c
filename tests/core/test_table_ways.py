"""The ways of a dish: which places and states it takes, what it calls for, and how fires change. Common practice, no
source, unless said."""

from dataclasses import replace

import pytest
from examples import examples
from hypothesis import given
from hypothesis import strategies as st
from plans import planned
from wording import refusing, worded

from brasko.core.errors import InvalidInput
from brasko.core.fire.custom import shipped
from brasko.core.planner.spec.piece import PieceSpec
from brasko.core.sides.cooking import cooked_side
from brasko.core.sides.exposure import FireState, exposed, rack_of, size_of
from brasko.core.sides.kinds import all_sides, side_named
from brasko.core.table.ask import DishAsk, FireAsk, TableAsk
from brasko.core.table.places import OPENED, STEADY, gentle_of, one_place, state_of, table_fire
from brasko.core.table.plan import plan_table
from brasko.core.table.problem import GRID_S, Person, Pin
from brasko.core.table.side_ways import side_variants
from brasko.core.table.variants import WAIT_AT_MAX_S, may_wait_s, meat_variant, on_grid, problem_of

ADA = Person("ada", "Ada")
KETTLE, GAS = FireAsk("kettle", "kettle_two_zone"), FireAsk("gas", "gas")
RIBEYE = PieceSpec("ribeye", 0.038, 0.45, 57.0, count=2)


def posed(*dishes: DishAsk, fires: tuple[FireAsk, ...] = (GAS,), eaters: int = 2):
    return problem_of(TableAsk(dishes, fires, (ADA,), eaters))[1]


@pytest.fixture(scope="module")
def ribeye():
    return meat_variant(
        planned(PieceSpec("ribeye", 0.038, 0.45, 57.0, fire="gas"), quick=True),
        GAS,
        TableAsk((DishAsk("a", RIBEYE),), (GAS,), (ADA,)),
        0,
    )


def test_low_then_sear_lies_on_the_cool_side_and_then_over_the_opened_heat(ribeye):
    assert [(s.place, s.state) for s in ribeye.stays] == [("gas/cool", "set"), ("gas/cool", "set"), ("gas/hot", OPENED)]
    assert [s.kept for s in ribeye.stays] == ["raw", "", ""], "its outside is cooked before the gentle part is over"
    assert all(a.end_s <= b.start_s + 1e-6 for a, b in zip(ribeye.stays, ribeye.stays[1:], strict=False))
    keys = [d.key for d in ribeye.deeds]
    assert keys[0] == "on"
    assert keys[-1] == "plate"
    assert keys.count("flip") >= 2
    assert not {"light", "preheat", "convert"} & set(keys), "the fire's own work stands with the fire"


def test_ways_lie_on_the_grid_and_are_never_shorter(ribeye):
    fine = on_grid(ribeye)
    for before, after in zip(ribeye.stays, fine.stays, strict=True):
        assert after.start_s <= before.start_s + 1e-6
        assert after.end_s >= before.end_s - 1e-6
        assert after.start_s % GRID_S == after.end_s % GRID_S == 0.0


@pytest.mark.parametrize(("cut", "most_s"), [("burger_80_20", 600.0), ("salmon", 300.0)])
def test_what_is_past_its_best_soon_waits_no_longer(cut, most_s):
    finish = 71.5 if cut == "burger_80_20" else 52.0
    plan = planned(PieceSpec(cut, 0.022, 0.18, finish, method="direct", crust="none"), quick=True)
    assert may_wait_s(plan) <= most_s == WAIT_AT_MAX_S[plan.spec.the_cut.kind]


def test_a_thick_piece_may_wait_longer_than_a_thin_one():
    thin, thick = (planned(PieceSpec("ribeye", mm / 1000.0, mm / 38 * 0.45, 57.0), quick=True) for mm in (28.0, 60.0))
    assert may_wait_s(thick) > may_wait_s(thin)


def test_what_must_be_read_has_the_reading_among_its_work():
    """Ground meat and skewers of poultry end on a reading. Source: fsis_safe_temperatures."""
    patty = posed(DishAsk("a", PieceSpec("burger_80_20", 0.019, 0.17, 71.5, method="direct", crust="light", count=2)))
    assert any(d.key == "read" for d in patty.dishes[0].variants[0].deeds)
    skewers = posed(DishAsk("a", side="chicken_skewer"))
    for variant in skewers.dishes[0].variants:
        (read,) = [d for d in variant.deeds if d.key == "read"]
        (off,) = [d for d in variant.deeds if d.key == "off"]
        assert read.start_s < off.start_s
        assert "{least:73.9}" in worded(read.why)
        assert variant.stays[0].kept == "raw"


def test_a_side_is_turned_moved_and_taken_off_in_that_order():
    kinds = [
        variant
        for key in ("cabbage", "potato_half")
        for variant in side_variants(side_named(key), side_named(key).ways[0], 4, KETTLE, state_of(190.6), [])
    ]
    assert any(len(v.stays) == 2 for v in kinds), "from over the heat to the cool side"
    for variant in kinds:
        starts = [d.start_s for d in variant.deeds]
        assert starts == sorted(starts)
        assert variant.deeds[0].key == "on"
        assert variant.deeds[-1].key == "off"


def test_a_rack_takes_vegetables_and_bread_but_nothing_raw():
    """A rack is cooler than the grate over the heat, takes longer, and nothing raw hangs over what is eaten
    (fsis_danger_zone)."""
    gas = FireAsk("row", "gas")

    def ways(side: str):
        (dish,) = posed(DishAsk("a", side=side), fires=(gas,)).dishes
        return {v.stays[0].place: v for v in (*dish.variants, *dish.spare)}

    courgette = ways("courgette")
    assert "row/rack" in courgette
    heats = [exposed(shipped()["gas"], FireState("set", 190.6), where, (0.1, 0.1, 0.02)) for where in ("rack", "hot")]
    assert heats[0].air_c < heats[1].air_c + 60.0
    for side in ("chicken_skewer", "prawns"):
        assert "row/rack" not in ways(side)
    assert all(
        "rack" not in v.stays[0].place
        for v in posed(DishAsk("b", side="courgette"), fires=(KETTLE,)).dishes[0].variants
    )


def test_a_rack_is_tried_where_it_is_held_or_where_else_nothing_fits():
    gas = FireAsk("row", "gas")
    asked = TableAsk((DishAsk("a", side="courgette"),), (gas,), (ADA,))
    (dish,) = problem_of(asked)[1].dishes
    spare = dish.spare[0]
    assert not any(v.on_rack for v in dish.variants)
    assert any(v.on_rack for v in problem_of(asked, others=True)[1].dishes[0].variants)
    held = replace(asked, dishes=(DishAsk("a", side="courgette", pin=Pin(variant=spare.key)),))
    made = plan_table(held)
    assert [each.variant.key for each in made.schedule.laid] == [spare.key]


def test_a_side_burner_takes_a_pot():
    variants = posed(DishAsk("beans", side="beans_pot"), fires=(FireAsk("side", "side_burner"),)).dishes[0].variants
    assert variants[0].stays[0].place == "side/pan"


def test_pots_go_on_burners_and_vegetables_do_not():
    hob = FireAsk("hob", "burner_low")
    assert posed(DishAsk("beans", side="beans_pot"), fires=(hob,)).dishes[0].variants[0].stays[0].place == "hob/pan"
    with refusing(InvalidInput, match="no place for it on the grate"):
        posed(DishAsk("corn", side="corn_bare"), fires=(hob,))


def test_a_pan_holds_one_pot_at_a_time():
    problem = posed(DishAsk("beans", side="beans_pot"), fires=(FireAsk("hob", "burner_low"),), eaters=8)
    assert problem.places["hob/pan"].area_cm2 == problem.dishes[0].variants[0].stays[0].area_cm2


@pytest.mark.parametrize("key", list(shipped()))
def test_every_fire_has_places_with_a_refuge_kept_free(key):
    own = shipped()[key]
    fire = table_fire(FireAsk(key, key), {"set", state_of(190.6), OPENED})
    grill = own.setup.grill
    whole = sum({spot.grate: grill.grate(spot.grate).area_m2 for spot in (own.gentle, own.sear)}.values()) * 1e4
    rack = rack_of(own)
    assert len(fire.places) == (1 if one_place(own) else 2) + (rack is not None)
    if rack is not None:
        whole += rack.area_m2 * 1e4
    assert sum(place.area_cm2 for place in fire.places) == pytest.approx(whole * 2.0 / 3.0, rel=0.01)


@pytest.mark.parametrize(
    ("key", "there", "back", "cooler"),
    [
        ("kettle_two_zone", True, True, False),
        ("gas", True, True, True),
        ("pellet", True, True, False),
        ("kamado", True, False, False),
        ("chimney", False, False, False),
    ],
)
def test_fires_change_as_their_kind_does(key, there, back, cooler):
    """A kamado that was taken to searing heat holds it for hours; coals and thick walls do not cool for the next
    dish."""
    low, high = state_of(110.0), state_of(190.0)
    changes = table_fire(FireAsk(key, key), {low, high, OPENED}).changes
    assert ((low, OPENED) in changes) == there
    assert ((OPENED, low) in changes) == back
    assert ((high, low) in changes) == cooler
    assert all(seconds > 0.0 for seconds in changes.values())


def test_states_say_their_heat():
    assert state_of(None) == "set"
    assert gentle_of(state_of(190.56)) == pytest.approx(190.6)
    assert gentle_of(OPENED) is None
    assert gentle_of(STEADY) is None


def test_meat_that_no_fire_does_as_wished_is_cooked_another_way():
    """Low, then sear on a griddle plate: in the skillet's manner instead, and told as another way."""
    problem = posed(DishAsk("a", RIBEYE), fires=(FireAsk("plate", "flat_top"),))
    assert {v.rank > 0 for v in problem.dishes[0].variants} == {True}


@examples(25)
@given(
    key=st.sampled_from(sorted(all_sides())),
    fire=st.sampled_from(["kettle_two_zone", "gas"]),
    gentle_c=st.sampled_from([110.0, 150.0, 190.6]),
    hot=st.booleans(),
)
def test_no_side_takes_for_ever_burns_unsaid_or_gains_weight(key, fire, gentle_c, hot):
    """Whatever the kind, the fire and the place: what is called done is done, and its figures are such as can be."""
    kind = side_named(key)
    zone = exposed(shipped()[fire], FireState("set", gentle_c), "hot" if hot else "cool", size_of(kind.geometry()))
    told = cooked_side(kind, kind.ways[0], (zone,))
    assert 0.0 < told.duration_s <= 151.0 * 60.0
    assert 0.0 <= told.soft_share <= 1.0
    assert -0.02 <= told.water_share < 0.9
    assert list(told.turns_s) == sorted(told.turns_s)
    assert all(0.0 < at < told.duration_s for at in told.turns_s)
    assert told.burnt == (told.black_s > told.black_for_s)
    assert told.done or told.burnt or told.duration_s >= 149.0 * 60.0
    assert 0.0 <= told.hot_for_s <= kind.hold_s
