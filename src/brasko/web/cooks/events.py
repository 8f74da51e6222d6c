"""What an event says, a model for each kind: everything that is read of an event is read through these."""

from __future__ import annotations

from typing import Annotated, Any, Literal

from pydantic import BaseModel, ConfigDict, Field, TypeAdapter


class EventPayload(BaseModel):
    """The base: what later versions say besides is not looked at."""

    model_config = ConfigDict(frozen=True, extra="ignore")

    def payload(self) -> dict[str, Any]:
        """As it is stored beside the kind."""
        return self.model_dump(mode="json", exclude={"kind"}, exclude_none=True)


class Started(EventPayload):
    kind: Literal["start"] = "start"
    speed: int = 1


class TaskCompleted(EventPayload):
    """A task was done; of reading the middle, what it showed."""

    kind: Literal["done"] = "done"
    task: str = ""
    temp_c: float | None = None
    source: Literal["hand", "probe"] | None = None


class Flipped(EventPayload):
    kind: Literal["flip"] = "flip"


class Turned(EventPayload):
    kind: Literal["turn"] = "turn"


class Flared(EventPayload):
    kind: Literal["flare"] = "flare"


class Smoked(EventPayload):
    kind: Literal["smoke"] = "smoke"


class Moved(EventPayload):
    kind: Literal["move"] = "move"
    place: Literal["hot", "cool", "high", "off", "back"]


class LidMoved(EventPayload):
    kind: Literal["lid"] = "lid"
    open: bool


class VentSet(EventPayload):
    """By how much it is likely to change the air, or the air it was set for; neither is only a note."""

    kind: Literal["vent"] = "vent"
    air_c: float | None = None
    delta_k: float | None = None


class WeatherLogged(EventPayload):
    kind: Literal["weather"] = "weather"
    rain: str
    wind: str


class ReadingLogged(EventPayload):
    kind: Literal["reading"] = "reading"
    temp_c: float
    source: Literal["hand", "surface", "air"] = "hand"


class Paused(EventPayload):
    kind: Literal["pause"] = "pause"
    on: bool


class PullSet(EventPayload):
    kind: Literal["pull"] = "pull"
    pull_c: float
    sear_factor: float = 1.0
    hold_s: float = 0.0


class GuestsLate(EventPayload):
    kind: Literal["guests"] = "guests"
    late_min: float


class Noted(EventPayload):
    kind: Literal["note"] = "note"
    text: str


class Undone(EventPayload):
    kind: Literal["undo"] = "undo"
    undoes: str


class ClockSet(EventPayload):
    kind: Literal["clock"] = "clock"
    speed: int = 1
    set_back_s: float = 0.0


class Finished(EventPayload):
    kind: Literal["finish"] = "finish"


Deed = Annotated[
    Started
    | TaskCompleted
    | Flipped
    | Turned
    | Flared
    | Smoked
    | Moved
    | LidMoved
    | VentSet
    | WeatherLogged
    | ReadingLogged
    | Paused
    | PullSet
    | GuestsLate
    | Noted
    | Undone
    | ClockSet
    | Finished,
    Field(discriminator="kind"),
]
_DEEDS: TypeAdapter[Deed] = TypeAdapter(Deed)
"""Reads what an event says by its kind."""


def deed_of(kind: str, payload: dict[str, Any]) -> Deed:
    """What a stored event says. Raises pydantic's ValidationError where something of it is missing."""
    return _DEEDS.validate_python({**payload, "kind": kind})
