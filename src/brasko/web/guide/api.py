"""The guide, read as a whole: it is short, and searched in the browser."""

from django.http import HttpRequest
from ninja import Router, Schema

from brasko.core.guide.entries import KIND_NAMES, all_entries
from brasko.web.guide.boards import BoardOut, boards

router = Router(tags=["guide"])


class EntryOut(Schema):
    key: str
    kind: str
    title: str
    text: str
    see: list[str]


class KindOut(Schema):
    key: str
    name: str


class GuideOut(Schema):
    kinds: list[KindOut]
    entries: list[EntryOut]


@router.get("guide", response=GuideOut, operation_id="get_guide")
def get_guide(request: HttpRequest) -> GuideOut:
    return GuideOut(
        kinds=[KindOut(key=key, name=name) for key, name in KIND_NAMES.items()],
        entries=[EntryOut.model_validate(entry, from_attributes=True) for entry in all_entries().values()],
    )


@router.get("boards", response=list[BoardOut], operation_id="get_boards")
def get_boards(request: HttpRequest) -> list[BoardOut]:
    """Every cut as it lies on the board: what is drawn, and what is said beside it."""
    return boards()
