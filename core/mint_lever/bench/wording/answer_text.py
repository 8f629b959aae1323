"""An answer of the log in words, as a page or a print says it."""

from __future__ import annotations

from typing import Any

from mint_lever.bench.engine.advice import Ask, Choice
from mint_lever.setup.catalogue.value_text import plainly


def write_answer(ask: Ask | None, value: Any) -> str:
    """Say an answer by the options of its question, without its unit; None is a question that is
    asked no more."""
    if isinstance(ask, Choice) and isinstance(value, str):
        words = {option.value: option.label for option in ask.options}
        if value in words:
            return words[value]
    if isinstance(value, list):
        return " ".join(plainly(each) for each in value)
    return plainly(value).replace("_", " ")
