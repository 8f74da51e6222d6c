"""Between the records of a cook and the core's forecast, comparison and the API."""

import re
from collections.abc import Sequence
from datetime import datetime, timedelta
from typing import Any

import numpy as np
from django.db.models import OuterRef, QuerySet, Subquery
from django.utils import timezone

from brasko.core.fire.weather_effects import RAINS, WINDS, shift_of
from brasko.core.foods.cuts import cut_named
from brasko.core.forecast.compare import compared
from brasko.core.forecast.history import hold_words
from brasko.core.forecast.progress import Ahead, Expected, Planned, held_longer, progress
from brasko.core.logbook.next_time import next_time
from brasko.core.planner.solve.ranges import Span
from brasko.core.programme.signs import sign_of
from brasko.core.safety.drills import BLACK_SMOKE, FLARE_UP, VENTS, find_the_middle
from brasko.core.words import say
from brasko.formats.piece import ANSWERS
from brasko.web.cooks import reading
from brasko.web.cooks.forecaster import Outlook, watching, wish_for
from brasko.web.cooks.history import done_at, fire_under, standing_events, table_at
from brasko.web.cooks.lateness import behind_plan
from brasko.web.cooks.models import Cook, Event, Photo, Piece, Reading
from brasko.web.cooks.schedule import PUT_ON, Schedule, own_done_at
from brasko.web.cooks.schemas import (
    AheadOut,
    ClockOut,
    CoachOut,
    CookOut,
    CookPieceOut,
    DegreesOut,
    DrillsOut,
    EaterSaidIn,
    EventOut,
    ExpectedOut,
    FaultOut,
    HelperOut,
    NextTimeOut,
    OutcomeOut,
    OutlookOut,
    RatingOut,
    ReadingAskOut,
    ReadingOut,
    SkyOut,
    UpdateOut,
    WhenOut,
)
from brasko.web.cooks.shown import readings_shown
from brasko.web.plans.schemas import CurveOut
from brasko.web.yard.models import Verdict

AMID = ("turn", "read")
"""Tasks that belong to the middle of a step, whatever its length."""
CURSOR = re.compile(r"([0-9]{1,18})-([0-9]{1,18})")
"""The newest reading and the newest event that a browser has seen."""


def slow_curve(piece: Piece) -> tuple[list[float], str, str, float]:
    """Of the phase that ends at the pull: its span in the plan's curve [s], its task, the task that follows, the
    pull."""
    planned = piece.programme
    step = planned.step(planned.slow_step)
    after = planned.step_names[planned.step_names.index(step.name) + 1]
    return [step.start_s, step.end_s], planned.slow_task, after, planned.pull_c


def expected_of(
    cook: Cook,
    piece: Piece,
    events: list[Event],
    now: datetime,
    seen: Outlook | None,
    *,
    overdue_moves_on: bool = True,
) -> list[Expected]:
    """Every task of a piece as it stands (see core progress)."""
    tasks = [Planned(t.key, t.start_s, t.end_s, t.step, amid=t.key in AMID) for t in piece.programme.tasks]
    tasks = held_longer(tasks, "wait", 0.0 if seen is None else seen.story.hold_s)
    done = {key: cook.seconds(at) for key, at in done_at(events, piece).items()}
    ahead = _ahead(cook, piece, now, seen)
    return list(progress(tasks, done, cook.seconds(now), ahead, overdue_moves_on=overdue_moves_on))


def _ahead(cook: Cook, piece: Piece, now: datetime, seen: Outlook | None) -> Ahead | None:
    """When the step that is on ends: by the forecast, or by the probe alone where it already shows the pull."""
    if seen is None or seen.story.on_at is None:
        return None
    following = _following(piece, seen.step)
    if following is None:
        return None
    on_s = cook.seconds(seen.story.on_at)
    coached = seen.coach is not None and seen.step != piece.programme.slow_step
    if coached and cook.hands == Cook.Hands.PLAN:
        return None
    if coached and seen.coach is not None:
        return Ahead(following, _sear_ends(cook, piece, now, seen, on_s, seen.coach.stop_s))
    if seen.forecast is not None:
        return Ahead(following, on_s + seen.forecast.end_s)
    if seen.step == piece.programme.slow_step:
        latest = piece.readings.filter(source=Reading.Source.TIP).order_by("-at").first()
        if latest is not None and latest.temp_c >= seen.story.pull_c - 0.1:
            return Ahead(following, cook.seconds(latest.at))
    return None


def _sear_ends(cook: Cook, piece: Piece, now: datetime, seen: Outlook, on_s: float, stop_s: float) -> float:
    """When a sear ends: as the coach says, and where that is past already no later than planned."""
    ends = cook.seconds(now) + stop_s
    if stop_s > 0.0:
        return ends
    step = piece.programme.step(seen.step)
    return min(ends, on_s + seen.since_s + step.end_s - step.start_s)


def _following(piece: Piece, step: str) -> str | None:
    """The task that follows a step of the programme."""
    names = piece.programme.step_names
    later = names[names.index(step) + 1 :]
    if not later:
        return "serve"
    return next((t.key for t in piece.programme.tasks if t.step == later[0]), None)


def outlook_out(cook: Cook, piece: Piece, now: datetime, seen: Outlook) -> OutlookOut:
    """An outlook with moments instead of seconds."""
    on_at = seen.story.on_at
    assert on_at is not None

    def at(seconds: float) -> datetime:
        return on_at + timedelta(seconds=seconds)

    def when(centre_s: float, span: Span) -> WhenOut:
        return WhenOut(at=at(centre_s), low=at(span.low), high=at(span.high))

    found, coach = seen.forecast, seen.coach
    later = None if coach is None else (lambda s: None if s is None else now + timedelta(seconds=s))
    open_ = [a.kind for a in seen.story.asides if a.end_s is None and a.kind != "lid"]
    shift = cook.seconds(on_at)
    return OutlookOut(
        piece_id=piece.id,
        phase=seen.phase,
        step=seen.step,
        aside=open_[0] if open_ else "",
        lid_open=seen.story.lid_open,
        pull_c=seen.story.pull_c,
        end=None if found is None else when(found.end_s, found.end_span_s),
        done=None if found is None else when(found.done_s, found.done_span_s),
        peak=None
        if found is None
        else DegreesOut(c=found.peak_c, low=found.peak_span_c.low, high=found.peak_span_c.high),
        why=seen.why,
        faults=[FaultOut(key=f.key, since=at(f.since_s), words=f.words, advice=f.advice) for f in seen.faults],
        probe_off_mm=None if seen.probe_off_m is None else 1000.0 * seen.probe_off_m,
        coach=None
        if coach is None or later is None
        else CoachOut(
            until=now + timedelta(seconds=coach.stop_s),
            by=coach.by,
            crust_at=later(coach.crust_s),
            core_limit_at=later(coach.core_limit_s),
            after_k=coach.after_k,
            crust_share=coach.crust_share,
            words=coach.words,
        ),
        peak_at=None if seen.peak_s is None else at(seen.peak_s),
        slice_now=seen.slice_now,
        reading=_reading_out(cook, piece, now, seen),
        late_words=behind_plan(cook, piece, seen, now)[1] if cook.schedule else "",
        readings=0 if found is None else found.readings,
        members=0 if found is None else found.members,
        ahead=None
        if found is None
        else AheadOut(
            time_s=_rounded(found.time_s + shift, 0),
            core_c=_rounded(found.core_c),
            core_low_c=_rounded(found.core_low_c),
            core_high_c=_rounded(found.core_high_c),
        ),
    )


def _reading_out(cook: Cook, piece: Piece, now: datetime, seen: Outlook) -> ReadingAskOut | None:
    """The reading that ends the heat, while it is on its last heat."""
    figure = reading.needed_c(piece)
    events = list(cook.events.all())
    if figure is None or seen.phase == "rest" or reading.last_heat_began(piece, events) is None:
        return None
    found = reading.taken(cook, piece, events, seen, now)
    return ReadingAskOut(
        needed_c=figure,
        read_c=None if found is None else found.temp_c,
        by=None if found is None else found.source,
        enough=reading.enough(piece, found),
        words=reading.asked(piece, found, seen),
    )


def _rounded(values: np.ndarray, digits: int = 1) -> list[float]:
    return [round(float(v), digits) for v in values]


def outlooks_of(cook: Cook, pieces: list[Piece], events: list[Event], now: datetime) -> dict[int, Outlook | None]:
    """How every piece stands; nothing once the cook is over."""
    return {p.id: None if cook.ended_at is not None else watching.outlook(cook, p, events, now) for p in pieces}


def expected_out(
    cook: Cook, pieces: list[Piece], events: list[Event], now: datetime, seen: dict[int, Outlook | None]
) -> list[ExpectedOut]:
    """All tasks of all pieces, and of a meal those of its sides and fires, soonest first."""
    found, schedule = [], cook.meal_schedule
    for piece in pieces:
        named = {t.key: t for t in piece.programme.tasks}
        cut = cut_named(piece.cut)
        outlook_now = seen[piece.id]
        if outlook_now is not None and outlook_now.story.hold_s > 0.0 and "wait" in named:
            story = outlook_now.story
            held = say("convert-hold-it", hold_words=hold_words(story.pull_c, story.hold_s))
            named["wait"] = named["wait"].model_copy(update={"why": held})
        for each in expected_of(cook, piece, events, now, outlook_now):
            task = named[each.key]
            given = schedule.whose(piece.position, each.key)
            # a task without a helper belongs to the one who put the piece on
            whose = given or schedule.whose(piece.position, PUT_ON)
            found.append(
                ExpectedOut(
                    piece_id=piece.id,
                    key=each.key,
                    name=task.name,
                    lane=task.lane,
                    why=task.why,
                    sign=sign_of(each.key, cut, named),
                    start_at=cook.moment(each.start_s),
                    end_at=cook.moment(each.end_s),
                    state=each.state,
                    dish=piece.name,
                    person="" if whose is None else whose.person,
                    place="" if whose is None else whose.place,
                    notes=[] if given is None else list(given.notes),
                    least_c=None,
                )
            )
    found += _own_expected(cook, schedule, events)
    return sorted(found, key=lambda e: e.start_at)


def _own_expected(cook: Cook, schedule: Schedule, events: list[Event]) -> list[ExpectedOut]:
    """The tasks of sides and fires: as they were marked, else as they are planned."""
    done = own_done_at(standing_events(events))
    following = next((each.id for each in sorted(schedule.own, key=lambda t: t.start_s) if each.id not in done), None)
    return [
        ExpectedOut(
            piece_id=None,
            key=each.id,
            name=each.name,
            lane="hands",
            why=each.why,
            sign="",
            start_at=done.get(each.id, cook.moment(each.start_s)),
            end_at=done.get(each.id, cook.moment(each.start_s)) + timedelta(seconds=each.lasts_s),
            state="done" if each.id in done else "next" if each.id == following else "later",
            dish=each.dish,
            person=each.person,
            place=each.place,
            notes=list(each.notes),
            least_c=each.least_c,
        )
        for each in schedule.own
    ]


def clock_of(cook: Cook) -> ClockOut:
    return ClockOut(
        real_at=cook.clock_real_at, cook_at=cook.clock_cook_at, speed=cook.clock_speed, server_at=timezone.now()
    )


def cursor_of(readings: Sequence[Reading | ReadingOut], events: list[Event], before: tuple[int, int] = (0, 0)) -> str:
    """What a browser has seen: the newest reading and the newest event."""
    last_reading = max((r.id for r in readings), default=before[0])
    last_event = max((e.id for e in events), default=before[1])
    return f"{last_reading}-{last_event}"


def cursor_parts(cursor: str) -> tuple[int, int]:
    """The two numbers of a cursor; a cursor that makes no sense starts from the beginning."""
    found = CURSOR.fullmatch(cursor)
    return (int(found[1]), int(found[2])) if found else (0, 0)


READINGS, EVENTS = Reading.objects.all(), Event.objects.all()


def newest_of(cooks: QuerySet[Cook], cursor: str) -> str | None:
    """The cursor of what there is by now of the one cook of a query, without what it is; None where there is none."""
    last = [Subquery(rows.filter(cook=OuterRef("pk")).order_by("-id").values("id")[:1]) for rows in (READINGS, EVENTS)]
    found = cooks.values_list(*last).first()
    if found is None:
        return None
    return "-".join(str(max(newest or 0, known)) for newest, known in zip(found, cursor_parts(cursor), strict=True))


def _skies(piece: Piece) -> list[SkyOut]:
    fire = fire_under(piece)
    return [
        SkyOut(rain=r, rain_name=rain.name, wind=w, wind_name=wind.name, words=shift_of(fire, r, w).words)
        for r, rain in RAINS.items()
        for w, wind in WINDS.items()
    ]


def cook_out(cook: Cook, *, every_reading: bool = False) -> CookOut:
    """The whole of a cook, with the readings that a screen shows or with every one."""
    pieces, events = list(cook.pieces.all()), list(cook.events.all())
    readings = readings_shown(cook, every_reading)
    now = cook.now()
    seen = outlooks_of(cook, pieces, events, now)
    return CookOut(
        id=cook.id,
        title=cook.title,
        plan_id=cook.plan_id,
        meal_id=cook.meal_id,
        eat_at=cook.eat_at,
        practice=cook.practice,
        hands=cook.hands,
        started_at=cook.started_at,
        ended_at=cook.ended_at,
        clock=clock_of(cook),
        pieces=[
            CookPieceOut(
                id=p.id,
                position=p.position,
                name=p.name,
                inputs=p.asked,
                result=p.result,
                thermometer=p.thermometer.name if p.thermometer else None,
                outcome=OutcomeOut(**p.outcome) if p.outcome else None,
                on_at=done_at(events, p).get("on"),
                middle=list(find_the_middle(p.asked.thickness_mm / 1000.0)),
            )
            for p in pieces
        ],
        helpers=[HelperOut(key=h.key, name=h.name) for h in cook.meal_schedule.helpers],
        skies=_skies(pieces[0]) if pieces else [],
        drills=DrillsOut(flare_up=list(FLARE_UP), black_smoke=list(BLACK_SMOKE), vents=list(VENTS)),
        table_at=table_at(cook, events),
        expected=expected_out(cook, pieces, events, now, seen),
        outlooks=[outlook_out(cook, p, now, found) for p in pieces if (found := seen[p.id]) is not None],
        events=[EventOut.model_validate(e, from_attributes=True) for e in events],
        readings=readings,
        rating=rating_out(cook),
        next_time=[] if cook.ended_at is None or not pieces else _next_time(cook, pieces[0]),
        cursor=cursor_of(readings, events),
    )


def rating_out(cook: Cook) -> RatingOut:
    """What was said of a cook."""
    return RatingOut(
        **{f: getattr(cook, f) for f in RatingOut.model_fields if f not in ("photo", "eaters")},
        eaters=_said_of(cook),
        photo=Photo.objects.filter(cook=cook).exists(),
    )


def _next_time(cook: Cook, piece: Piece) -> list[NextTimeOut]:
    """What to change next time, by the verdict on it."""
    found = next_time(wish_for(piece), cook.doneness, cook.crust, cook.rim)
    return [
        NextTimeOut(
            key=change.key,
            words=change.words,
            piece=piece.asked.model_copy(
                update={ANSWERS[name].outside: ANSWERS[name].to_outside(v) for name, v in change.answers.items()}
            ),
        )
        for change in found
    ]


def _said_of(cook: Cook) -> list[EaterSaidIn]:
    """What those who ate said, by their names."""
    said = Verdict.objects.filter(owner_id=cook.owner_id, piece_id__in=[p.id for p in cook.pieces.all()])
    return [EaterSaidIn.model_validate(v, from_attributes=True) for v in said.exclude(eater="").order_by("id")]


def update_since(cook_id: int, cursor: str) -> UpdateOut:
    """What is new since a cursor, with the forecast as it now stands."""
    last_reading, last_event = cursor_parts(cursor)
    readings = list(Reading.objects.filter(cook_id=cook_id, id__gt=last_reading).order_by("id"))
    events = list(Event.objects.filter(cook_id=cook_id))
    # read last, so that a cook is never older than the events that go with it
    cook = Cook.objects.get(id=cook_id)
    pieces, now = list(cook.pieces.select_related("thermometer")), cook.now()
    seen = outlooks_of(cook, pieces, events, now)
    return UpdateOut(
        cursor=cursor_of(readings, events, (last_reading, last_event)),
        clock=clock_of(cook),
        hands=cook.hands,
        ended_at=cook.ended_at,
        table_at=table_at(cook, events),
        expected=expected_out(cook, pieces, events, now, seen),
        outlooks=[outlook_out(cook, p, now, found) for p in pieces if (found := seen[p.id]) is not None],
        events=[EventOut.model_validate(e, from_attributes=True) for e in events if e.id > last_event],
        readings=[ReadingOut.model_validate(r, from_attributes=True) for r in readings],
    )


def outcome_of(cook: Cook, piece: Piece, because: tuple[str, ...] = ()) -> dict[str, Any] | None:
    """Foreseen against measured; None for a piece that never went on. because: what its readings told."""
    done = done_at(cook.events.all(), piece)
    (begins, ends), key, then_key, pull_c = slow_curve(piece)
    if "on" not in done:
        return None
    readings = [
        ((r.at - done["on"]).total_seconds(), r.temp_c) for r in piece.readings.filter(source=Reading.Source.TIP)
    ]
    measured = None
    if key in done and then_key in done:
        measured = (done[then_key] - done[key]).total_seconds()
    curve = CurveOut.model_validate(piece.result["curve"])
    found = compared(
        np.array(curve.time_s),
        np.array(curve.core_c),
        ends - begins,
        pull_c,
        piece.programme.peak_core_c,
        readings,
        measured,
        because,
    )
    kept = OutcomeOut.model_validate(found, from_attributes=True)
    kept.reading_needed_c, kept.reading_c = reading.needed_c(piece), reading.kept_c(piece, cook.events.all())
    return kept.model_dump()
