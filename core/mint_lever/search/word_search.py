"""Find items by what a pilot types: whole words, their beginnings, and words typed a little wrong.

How alike two words are is rapidfuzz's normalised similarity of edits.
"""

from __future__ import annotations

import re
import unicodedata
from collections.abc import Sequence
from functools import lru_cache

from rapidfuzz.fuzz import ratio

from mint_lever.search.search_item import Item

MOST_FOUND = 40
MOST_WORDS = 8
"""More words than these are not looked for: nobody types them."""
_TITLE, _TEXT = 1.0, 0.4
"""A word of the title says more than one of the sentence. From memory, like all that follows."""
_WHOLE, _BEGINS, _HOLDS, _ALIKE = 1.0, 0.85, 0.55, 0.5
_HOLDS_FROM, _ALIKE_FROM = 3, 4
"""Letters a word must have to be looked for inside others, and to be one typed wrong."""
_ALIKE_PCT = 78.0


def search(text: str, items: Sequence[Item]) -> list[Item]:
    """Give the items that hold every word of a text, or one like it, the likeliest first; at most
    ``MOST_FOUND``. Of equally likely ones the order stays."""
    wanted = _tokens(text)[:MOST_WORDS]
    if not wanted:
        return []
    likeness: list[dict[str, float]] = [{} for _ in wanted]
    scored = []
    for place, item in enumerate(items):
        title, rest, own = _parts(item)
        score = 0.0
        for word, known in zip(wanted, likeness, strict=True):
            best = max((_TITLE * _like(word, each, known) for each in title), default=0.0)
            best = max([best, *(_TEXT * _like(word, each, known) for each in rest)])
            if best == 0.0:
                break
            score += best
        else:
            # Of two that match alike, the one that says little else is meant.
            scored.append((-round(score, 3), own, place))
    return [items[place] for _, _, place in sorted(scored)[:MOST_FOUND]]


@lru_cache(maxsize=8192)
def _parts(item: Item) -> tuple[tuple[str, ...], tuple[str, ...], int]:
    """The words of an item's names, those of its text, and how many its own name has."""
    own = _tokens(item.title)
    names = (*own, *_tokens(" ".join(item.also)))
    return names, tuple(_tokens(f"{item.says} {item.value}")), len(own)


def _tokens(text: str) -> list[str]:
    """The words of a text without case, accents and signs."""
    plain = unicodedata.normalize("NFKD", text).casefold()
    return re.findall(r"[^\W_]+", "".join(c for c in plain if not unicodedata.combining(c)))


def _like(word: str, other: str, known: dict[str, float]) -> float:
    if other not in known:
        known[other] = _likeness(word, other)
    return known[other]


def _likeness(word: str, other: str) -> float:
    if word == other:
        return _WHOLE
    if other.startswith(word):
        return _BEGINS
    if len(word) >= _HOLDS_FROM and word in other:
        return _HOLDS
    if len(word) < _ALIKE_FROM or len(other) < _ALIKE_FROM:
        return 0.0
    alike = max(ratio(word, other), ratio(word, other[: len(word)]))
    return _ALIKE * alike / 100.0 if alike >= _ALIKE_PCT else 0.0
