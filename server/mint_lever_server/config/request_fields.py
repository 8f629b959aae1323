"""What a request may bring: whole numbers, figures and words with their bounds, declared once.

In a body a number is a number: no word, no true or false stands for one. In an address everything
is a word, and only plain digits stand for a number.
"""

from __future__ import annotations

import re
from typing import Annotated, Any

from ninja import Field
from pydantic import BeforeValidator, Strict
from pydantic_core import PydanticCustomError

MOST = 2**31 - 1
_WHOLE = re.compile(r"-?[0-9]{1,12}")
_FIGURE = re.compile(r"-?[0-9]{1,12}(\.[0-9]{1,18})?([eE]-?[0-9]{1,2})?")


def _digits(value: Any) -> Any:
    if isinstance(value, str) and not _WHOLE.fullmatch(value):
        raise PydanticCustomError("int_parsing", "a whole number")
    return value


def _figure(value: Any) -> Any:
    if isinstance(value, str) and not _FIGURE.fullmatch(value):
        raise PydanticCustomError("float_parsing", "a number")
    return value


# In a body.
Count = Annotated[int, Strict(), Field(ge=0, le=MOST)]
Figure = Annotated[float, Strict(), Field(allow_inf_nan=False)]
Yes = Annotated[bool, Strict()]
Percent = Annotated[float, Strict(), Field(ge=-1000, le=1000, allow_inf_nan=False)]
Length = Annotated[float, Strict(), Field(ge=0, le=10_000, allow_inf_nan=False)]
Degrees = Annotated[float, Strict(), Field(ge=-90, le=90, allow_inf_nan=False)]

# In an address. The bounds stand first: so they are in the API's description too.
_Plain = BeforeValidator(_digits)
_PlainFigure = BeforeValidator(_figure)
CountAsked = Annotated[int, Field(ge=0, le=MOST), _Plain]
StepAsked = Annotated[str, Field(max_length=24)]
LeverAsked = Annotated[float, Field(ge=-100, le=100), _PlainFigure]
AngleAsked = Annotated[float, Field(ge=-3600, le=3600), _PlainFigure]
TimesAsked = Annotated[float, Field(ge=0, le=10), _PlainFigure]
HeadRoomAsked = Annotated[float, Field(ge=0, le=50), _PlainFigure]
SecondsAsked = Annotated[float, Field(ge=-1e7, le=1e7), _PlainFigure]
FigureAsked = Annotated[float, Field(ge=-1e6, le=1e6), _PlainFigure]


def bytes_of(most: int) -> dict[str, Any]:
    """Describe a body that is a file of so many bytes at most."""
    schema = {"type": "string", "format": "binary", "maxLength": most}
    return {"requestBody": {"content": {"application/octet-stream": {"schema": schema}}}}
