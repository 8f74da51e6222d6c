"""Random tables for tests: invented dishes, so that the rule and the solver can be tried on many in a second."""

import random

from brasko.core.table.problem import Deed, Dish, Person, Place, Problem, Stay, TableFire, Variant


def random_table(seed: int) -> Problem:
    """Two to ten dishes on one to three fires with one to three people."""
    rng = random.Random(seed)
    fires = [_fire(f"f{n}", rng) for n in range(rng.randint(1, 3))]
    dishes = tuple(_dish(n, fires, rng) for n in range(rng.randint(2, 10)))
    people = tuple(Person(f"p{n}", f"P{n}") for n in range(rng.randint(1, 3)))
    return Problem(dishes, tuple(fires), people)


def _fire(key: str, rng: random.Random) -> TableFire:
    changes = {("set", "opened"): 300.0}
    if rng.random() < 0.5:
        changes["opened", "set"] = 300.0
    places = (Place(f"{key}/hot", key, "Hot", 800), Place(f"{key}/cool", key, "Cool", 800))
    return TableFire(key, key, places, changes, "Open it up")


def _dish(n: int, fires: list[TableFire], rng: random.Random) -> Dish:
    variants = tuple(_variant(k, rng.choice(fires).key, rng) for k in range(rng.randint(1, 3)))
    return Dish(f"d{n}", f"Dish {n}", variants)


def _variant(k: int, fire: str, rng: random.Random) -> Variant:
    area, rest = rng.randint(80, 350), rng.choice((0, 120, 300))
    if rng.random() < 0.3:
        low = 5 * rng.randint(240, 480)
        stays = (
            Stay(f"{fire}/cool", "set", -rest - 420 - low, -rest - 420, area, "raw"),
            Stay(f"{fire}/hot", "opened", -rest - 120, -rest, area),
        )
        turns = [-rest - 120 + 30 * j for j in range(4)]
        wait = 1200.0
    else:
        length = 5 * rng.randint(48, 180)
        kept = rng.choice(("", "raw", "ready"))
        stays = (Stay(f"{fire}/hot", rng.choice(("set", "opened")), -rest - length, -rest, area, kept),)
        turns = [-rest - length + 5 * round(j * length / 20) for j in range(1, 4)]
        wait = rng.choice((180.0, 300.0, 600.0))
    deeds = [Deed("on", "On", "", stays[0].start_s, 15), *(Deed("turn", "Turn", "", at, 10) for at in turns)]
    deeds.append(Deed("off", "Off", "", -rest - 10, 15))
    return Variant(
        f"v{k}",
        f"V{k}",
        "",
        k,
        fire,
        stays,
        tuple(deeds),
        (Deed("prep", "Prep", "", stays[0].start_s - 600, 120, 3600, "kitchen"),),
        wait,
    )
