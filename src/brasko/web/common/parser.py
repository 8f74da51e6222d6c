"""What is sent, read: every text in it is made fit to be kept before anything else looks at it."""

from __future__ import annotations

from typing import Any

from django.http import HttpRequest
from django.utils.datastructures import MultiValueDict
from ninja.parser import Parser

from brasko.formats.text import cleaned


class CleanParser(Parser):
    """JSON bodies, forms and queries of the API."""

    def parse_body(self, request: HttpRequest) -> Any:
        """A body of JSON."""
        return cleaned(super().parse_body(request))

    def parse_querydict(self, data: MultiValueDict[str, Any], list_fields: list[str], request: HttpRequest) -> Any:
        """A query or a form."""
        return cleaned(super().parse_querydict(data, list_fields, request))
