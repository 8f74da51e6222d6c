"""From the events of a cook to what the core asks: which steps began, what was aside, how the fire was changed."""

from collections.abc import Callable, Iterable
from dataclasses import dataclass
from datetime import datetime, timedelta

from brasko.core.fire.custom import OwnFire
from brasko.core.fire.weather_effects import fire_of, shift_of
from brasko.core.forecast.history import Aside, AsideKind, Began, FireChange
from brasko.core.forecast.readings import Reading as Seen
from brasko.formats.meal_convert import spec_of
from brasko.web.cooks.events import (
    GuestsLate,
    LidMoved,
    Moved,
    Paused,
    PullSet,
    ReadingLogged,
    TaskCompleted,
    Undone,
    VentSet,
    WeatherLogged,
)
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
    undone = {e.deed.undoes for e in events if isinstance(e.deed, Undone)}
    return [e for e in events if str(e.client_id) not in undone and e.kind != Event.Kind.UNDO]


def done_at(events: Iterable[Event], piece: Piece) -> dict[str, datetime]:
    """When each task of a piece was marked."""
    return {
        e.deed.task: e.at
        for e in standing_events(events)
        if isinstance(e.deed, TaskCompleted) and e.piece_id == piece.id and e.deed.task
    }


def table_at(cook: Cook, events: Iterable[Event]) -> datetime:
    """When it should be on the table: as planned, and later where the guests are."""
    late = sum(e.deed.late_min for e in standing_events(events) if isinstance(e.deed, GuestsLate))
    return cook.eat_at + timedelta(minutes=late)


def story_of(piece: Piece, events: Iterable[Event]) -> Story:
    """The story of one piece."""
    standing = sorted(standing_events(events), key=lambda e: (e.at, e.id))
    mine = [e for e in standing if e.piece_id == piece.id or (e.piece_id is None and e.kind != Event.Kind.DONE)]
    done = done_at(standing, piece)
    planned = piece.programme
    steps = {t.key: t.step for t in planned.tasks if t.step}
    first = next((key for key in steps if key == "on"), next(iter(steps)))
    on_at = done.get(first)
    pulls = [e.deed for e in mine if isinstance(e.deed, PullSet)]
    pull = pulls[-1] if pulls else PullSet(pull_c=planned.pull_c)
    pull_c, hold_s, sear = pull.pull_c, pull.hold_s, (planned.sear_s * pull.sear_factor, planned.flip_every_s)
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
        by_hand=tuple(Seen(since(e), e.deed.temp_c, e.deed.source) for e in mine if isinstance(e.deed, ReadingLogged)),
        lid_open=any(a.kind == "lid" and a.end_s is None for a in asides),
        paused=any(a.kind == "off" and a.end_s is None for a in asides),
    )


def _asides(events: list[Event], since: Callable[[Event], float]) -> list[Aside]:
    """Stretches away from where the step says; what begins one ends the one before."""
    found: list[Aside] = []
    open_: dict[str, tuple[AsideKind, float]] = {}

    def close(which: str, at: float) -> None:
        if which in open_:
            kind, start = open_.pop(which)
            if at > start:
                found.append(Aside(kind, start, at))

    for event in events:
        at, deed = since(event), event.deed
        if isinstance(deed, LidMoved):
            close("lid", at)
            if deed.open:
                open_["lid"] = ("lid", at)
        elif isinstance(deed, Moved):
            close("place", at)
            if deed.place != "back":
                open_["place"] = (deed.place, at)
        elif isinstance(deed, Paused):
            close("place", at)
            if deed.on:
                open_["place"] = ("off", at)
        elif isinstance(deed, TaskCompleted) and deed.task != "read":
            close("place", at)
            close("lid", at)
    found += [Aside(kind, start) for kind, start in open_.values()]
    return sorted(found, key=lambda a: a.start_s)


def _changes(events: list[Event], since: Callable[[Event], float], piece: Piece) -> list[FireChange]:
    """What was done to the fire, and what the weather does. A vent names the change or the air that it is set for."""
    found: list[FireChange] = []
    weather = 0.0
    gentle = next((z.shown_c for z in piece.programme.zones if z.role == "gentle"), None)
    for event in events:
        at, deed = since(event), event.deed
        total = sum(c.delta_k for c in found)
        if isinstance(deed, VentSet):
            delta = deed.delta_k
            if delta is None and gentle is not None and deed.air_c is not None:
                delta = deed.air_c - gentle - total
            if delta:
                found.append(FireChange(at, delta))
        elif isinstance(deed, WeatherLogged):
            settles = shift_of(fire_under(piece), deed.rain, deed.wind).shift_k
            found.append(FireChange(at, settles - weather))
            weather = settles
    return found


def fire_under(piece: Piece) -> OwnFire | None:
    """The set-up of the fire that a piece is planned on, where one is known."""
    spec = spec_of(piece.asked)
    return fire_of(spec.fire_key, spec.own_fire)
