"""What the session and account endpoints take and give."""

from datetime import datetime
from typing import Literal

from ninja import Schema
from pydantic import Field, field_validator
from pydantic_core import PydanticCustomError

from brasko.core.heat.vapour import HIGHEST_M, LOWEST_M
from brasko.formats.bounds import Figure
from brasko.formats.text import Name
from brasko.words import LANGUAGES

Units = Literal["us", "metric"]
Clock = Literal["12", "24"]
Scheme = Literal["system", "light", "dark"]


class HouseholdOut(Schema):
    name: Name
    username: str
    units: Units
    clock: Clock
    eaters: int
    altitude_m: float
    scale: str
    scheme: Scheme
    language: str
    learns: bool
    has_recovery: bool
    role: Literal["owner", "cook", "hand"]
    marks: list[str] | None
    """Kinds of events that a hand may record; nothing is told to those who may record all."""
    asks_codes: bool
    """Whether a code of a clock is asked for beside the password."""
    leaves_at: datetime | None
    """When the household goes for good, where it was let go."""


class SessionOut(Schema):
    signed_in: bool
    demo: bool
    household: HouseholdOut | None = None
    sign_up: Literal["open", "invited", "closed"] | None = None
    """Who may make a new household here; told to whoever is not signed in."""


class NameAndPassword(Schema):
    username: str = Field(min_length=1, max_length=150)
    password: str = Field(min_length=1, max_length=200)


class SignIn(NameAndPassword):
    code: str = Field("", max_length=20)
    """Of the clock, where one is asked for."""


class SignUp(NameAndPassword):
    household: Name = Field(min_length=1, max_length=80)
    invitation: str = Field("", max_length=80)
    """The code of one, where households are made by invitation."""


class PasswordIn(Schema):
    current: str = Field(min_length=1, max_length=200)
    new: str = Field(min_length=1, max_length=200)


class ProofIn(Schema):
    current: str = Field(min_length=1, max_length=200)


class RecoveryOut(Schema):
    """A code that opens the account once; shown this one time."""

    code: str


class RecoverIn(NameAndPassword):
    """password is the new one."""

    code: str = Field(min_length=1, max_length=80)


class CodeClockOut(Schema):
    """What a clock of codes reads, as an otpauth address; shown until it is confirmed."""

    address: str


class CodeIn(Schema):
    code: str = Field(min_length=1, max_length=20)


class EntranceOut(Schema):
    """A session: what it is used from, and whether it is this one."""

    id: int
    agent: Literal["phone", "tablet", "computer"]
    address: str
    began_at: datetime
    seen_at: datetime
    here: bool


class MemberOut(Schema):
    id: int
    username: str
    role: Literal["cook", "hand"]
    since: datetime


class MembersOut(Schema):
    members: list[MemberOut]
    waiting: int
    """Invitations that nobody has taken yet."""


class InviteIn(Schema):
    role: Literal["cook", "hand"]


class InviteOut(Schema):
    """The path of an invitation; shown this one time."""

    path: str
    expires_at: datetime


class JoinIn(NameAndPassword):
    token: str = Field(min_length=10, max_length=80)


class InvitationOut(Schema):
    """What an invitation is for."""

    household: str
    role: Literal["cook", "hand"]


class Preferences(Schema):
    name: Name | None = Field(None, min_length=1, max_length=80)
    units: Units | None = None
    clock: Clock | None = None
    eaters: int | None = Field(None, ge=1, le=60)
    altitude_m: Figure | None = Field(None, ge=LOWEST_M, le=HIGHEST_M)
    scale: Literal["kitchen", "home"] | None = None
    scheme: Scheme | None = None
    learns: bool | None = None
    language: str | None = None

    @field_validator("language")
    @classmethod
    def _in_the_catalogue(cls, tag: str | None) -> str | None:
        if tag not in (None, *LANGUAGES):
            raise PydanticCustomError("language", "must be one of {known}", {"known": ", ".join(LANGUAGES)})
        return tag
