"""What the bench is told: an answer to a question, a line in a picture, the draft's version."""

from typing import Annotated

from ninja import Field, Schema

from mint_lever.bench import BallMove
from mint_lever_server.config.request_fields import Count, Figure, Yes

Reading = Annotated[Figure, Field(ge=-1e6, le=1e6)]
Point = Annotated[list[Reading], Field(min_length=2, max_length=2)]
Line = Annotated[list[Point], Field(min_length=2, max_length=2)]
"""Two points of a picture, in its own coordinates."""

AnswerGiven = (
    Yes
    | Reading
    | Annotated[str, Field(max_length=200)]
    | Annotated[list[BallMove], Field(max_length=4)]
    | Annotated[list[Reading], Field(max_length=12)]
    | None
)
"""What an answer may be; which of it a question takes, the core knows."""


class AtVersion(Schema):
    """The draft's version that the page shows."""

    version: Count
