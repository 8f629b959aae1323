"""The body of a request as JSON, read the way a setup file is."""

from typing import Any

from django.conf import settings
from django.http import HttpRequest
from ninja.parser import Parser

from mint_lever.setup import parse_json


class BoundedParser(Parser):
    """Refuses what a setup file is refused for: keys twice, half letters, endless nesting."""

    def parse_body(self, request: HttpRequest) -> Any:
        """Parse; raises the core's InvalidSetup."""
        return parse_json(request.body, settings.BODY_LIMIT)
