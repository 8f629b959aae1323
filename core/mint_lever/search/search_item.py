"""What can be found: a title, a sentence, and where it leads."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

ItemKind = Literal["word", "step", "setting", "finding", "reading", "helicopter"]


@dataclass(frozen=True, kw_only=True)
class Item:
    """One thing to be found.

    ``leads_to`` is a word's own name, a setting's path, a step's name, or a helicopter's id.
    ``also`` are other words it is looked for by. ``value`` is what stands there now, in ``unit``,
    where it has one.
    """

    kind: ItemKind
    title: str
    says: str
    leads_to: str
    also: tuple[str, ...] = ()
    value: str = ""
    unit: str = ""
