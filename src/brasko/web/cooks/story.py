"""From the events of a cook to what the core asks: which steps began, what was aside, how the fire was changed."""

from collections.abc import Iterable
from dataclasses import dataclass
from datetime import datetime, timedelta

from brasko.core.fire.own import OwnFire
from brasko.core.fire.weather_effects import fire_of, shift_of
from brasko.core.forecast.history import Aside, Began, FireChange
from brasko.core.forecast.readings import Reading as Seen
from brasko.formats.meal_convert import wish_of
from brasko.web.cooks.models import Cook, Event, Piece


@dataclass(frozen=True)
class Story:
    """What a piece has been through; times count from putting it on [s]. on_at is None before."""

    on_at: datetime | None
    began: tuple[Began, ...]
    asides: tuple[Aside, ...]
    changes: tuple[FireChange, ...]
    pull_c: float
    sear: tuple[float, float]
    hold_s: float
    by_hand: tuple[Seen, ...]
    lid_open: bool
    paused: bool


def standing_events(events: Iterable[Event]) -> list[Event]:
    """The events that were not taken back."""
    events = list(events)
    undone = {e.payload.get("undoes") for e in events if e.kind == Event.Kind.UNDO}
    return [e for e in events if str(e.client_id) not in undone and e.kind != Event.Kind.UNDO]


def done_at(events: Iterable[Event], piece: Piece) -> dict[str, datetime]:
    """When each task of a piece was marked."""
    return {
        e.payload["task"]: e.at
        for e in standing_events(events)
        if e.kind == Event.Kind.DONE and e.piece_id == piece.id and "task" in e.payload
    }


def table_at(cook: Cook, events: Iterable[Event]) -> datetime:
    """When it should be on the table: as planned, and later where the guests are."""
    late = sum(e.payload["late_min"] for e in standing_events(events) if e.kind == Event.Kind.GUESTS)
    return cook.eat_at + timedelta(minutes=late)


def story_of(piece: Piece, events: Iterable[Event]) -> Story:
    """The story of one piece."""
    standing = sorted(standing_events(events), key=lambda e: (e.at, e.id))
    mine = [e for e in standing if e.piece_id in (None, piece.id)]
    done = done_at(standing, piece)
    planned = piece.programme
    steps = {t.key: t.step for t in planned.tasks if t.step}
    first = next((key for key in steps if key == "on"), next(iter(steps)))
    on_at = done.get(first)
    pulls = [e for e in mine if e.kind == Event.Kind.PULL]
    pull_c = float(pulls[-1].payload["pull_c"]) if pulls else planned.pull_c
    factor = float(pulls[-1].payload.get("sear_factor", 1.0)) if pulls else 1.0
    hold_s = float(pulls[-1].payload.get("hold_s", 0.0)) if pulls else 0.0
    sear = (planned.sear_s * factor, planned.flip_every_s)
    if on_at is None:
        return Story(None, (), (), (), pull_c, sear, hold_s, (), False, False)

    def since(event: Event) -> float:
        return max((event.at - on_at).total_seconds(), 0.0)

    began = sorted(
        (Began(steps[key], max((at - on_at).total_seconds(), 0.0)) for key, at in done.items() if key in steps),
        key=lambda b: b.at_s,
    )
    asides = _asides(mine, since)
    return Story(
        on_at=on_at,
        began=tuple(began),
        asides=tuple(asides),
        changes=tuple(_changes(mine, since, piece)),
        pull_c=pull_c,
        sear=sear,
        hold_s=hold_s,
        by_hand=tuple(
            Seen(since(e), e.payload["temp_c"], e.payload["source"]) for e in mine if e.kind == Event.Kind.READING
        ),
        lid_open=any(a.kind == "lid" and a.end_s is None for a in asides),
        paused=any(a.kind == "off" and a.end_s is None for a in asides),
    )


def _asides(events: list[Event], since: object) -> list[Aside]:
    """Stretches away from where the step says; what begins one ends the one before."""
    found: list[Aside] = []
    open_: dict[str, tuple[str, float]] = {}

    def close(which: str, at: float) -> None:
        if which in open_:
            kind, start = open_.pop(which)
            if at > start:
                found.append(Aside(kind, start, at))  # type: ignore[arg-type]

    for event in events:
        at = since(event)  # type: ignore[operator]
        if event.kind == Event.Kind.LID:
            close("lid", at)
            if event.payload["open"]:
                open_["lid"] = ("lid", at)
        elif event.kind == Event.Kind.MOVE:
            close("place", at)
            if event.payload["place"] != "back":
                open_["place"] = (event.payload["place"], at)
        elif event.kind == Event.Kind.PAUSE:
            close("place", at)
            if event.payload["on"]:
                open_["place"] = ("off", at)
        elif event.kind == Event.Kind.DONE and event.payload.get("task") != "read":
            close("place", at)
            close("lid", at)
    found += [Aside(kind, start) for kind, start in open_.values()]  # type: ignore[arg-type]
    return sorted(found, key=lambda a: a.start_s)


def _changes(events: list[Event], since: object, piece: Piece) -> list[FireChange]:
    """What was done to the fire, and what the weather does. A vent names the change or the air that it is set for."""
    found: list[FireChange] = []
    weather = 0.0
    gentle = next((z.shown_c for z in piece.programme.zones if z.role == "gentle"), None)
    for event in events:
        at = since(event)  # type: ignore[operator]
        total = sum(c.delta_k for c in found)
        if event.kind == Event.Kind.VENT:
            delta = event.payload.get("delta_k")
            if delta is None and gentle is not None and event.payload.get("air_c") is not None:
                delta = event.payload["air_c"] - gentle - total
            if delta:
                found.append(FireChange(at, float(delta)))
        elif event.kind == Event.Kind.WEATHER:
            settles = shift_of(fire_under(piece), event.payload["rain"], event.payload["wind"]).shift_k
            found.append(FireChange(at, settles - weather))
            weather = settles
    return found


def fire_under(piece: Piece) -> OwnFire | None:
    """The set-up of the fire that a piece is planned on, where one is known."""
    wish = wish_of(piece.asked)
    return fire_of(wish.fire_key, wish.own_fire)
