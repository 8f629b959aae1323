"""What a pilot may be called: any letters a person has, and nothing that passes for another's name.

Two names are alike where their skeletons are: each letter stands for all that look like it (Unicode
Technical Standard 39, section 4; its table of confusable characters comes with the package).
"""

from __future__ import annotations

import unicodedata
from collections.abc import Collection
from functools import lru_cache
from itertools import count

from confusable_homoglyphs.confusables import confusables_data

MOST_LETTERS = 150
_ALSO = frozenset(" '’-._+@")
_JOINERS = frozenset("\u200c\u200d")
"""Within words of some scripts they are letters' own; they are seen nowhere else."""
_MOST_MARKS = 4
"""In a row: more are drawn over the lines above."""
_DIRECTION = "\u200e\u200f"
RESERVED = ("demo", "demo visitor")


def tidied(name: str) -> str:
    """A name as it is kept: composed letters, single spaces, none around it."""
    return unicodedata.normalize("NFC", " ".join(name.split()))


def wrong_with(name: str) -> str:
    """What a tidied name would have to be, in words; "" where nothing is wrong with it."""
    if not name:
        return "something: this field is empty"
    if len(name) > MOST_LETTERS:
        return f"at most {MOST_LETTERS} characters"
    marks = 0
    for place, letter in enumerate(name):
        kind = unicodedata.category(letter)
        marks = marks + 1 if kind[0] == "M" else 0
        joins = letter in _JOINERS and 0 < place < len(name) - 1
        if marks > _MOST_MARKS or not (kind[0] in "LMN" or letter in _ALSO or joins):
            return "letters, marks, digits, spaces and @ ' . + - _ only"
    if not any(unicodedata.category(letter)[0] in "LN" for letter in name):
        return "at least one letter or digit"
    return ""


def skeleton(name: str) -> str:
    """What a name looks like, whatever letters it is made of; the case of letters apart."""
    plain = unicodedata.normalize("NFKC", name).casefold()
    bare = unicodedata.normalize("NFD", "".join(c for c in plain if c not in _JOINERS))
    alike = _alike()
    return unicodedata.normalize("NFD", "".join(alike.get(letter, letter) for letter in bare))


def reserved(like: str) -> bool:
    """Whether a skeleton is one of the demo's own names."""
    return like == skeleton(RESERVED[0]) or like.startswith(skeleton(RESERVED[1]))


def free_like(name: str, taken: Collection[str]) -> str:
    """The name with the first number that makes its skeleton free of those taken."""
    start = name[: MOST_LETTERS - 20]
    if reserved(skeleton(start)):
        start = f"pilot {start}"
    numbers = (f"{start} {number}" for number in count(2))
    return next(made for made in numbers if skeleton(made) not in taken)


@lru_cache(maxsize=1)
def _alike() -> dict[str, str]:
    """What stands for each letter that looks like others.

    The table pairs every letter with the one, or the few, that stand for it; pairs are followed to
    the whole group, of which several letters ("rn" for "m") stand for the rest, else the first.
    """
    leader: dict[str, str] = {}

    def of(letter: str) -> str:
        while (up := leader.setdefault(letter, letter)) != letter:
            leader[letter] = letter = leader.setdefault(up, up)
        return letter

    for letter, others in confusables_data.items():
        for other in others:
            one, two = of(letter.strip(_DIRECTION)), of(other["c"].strip(_DIRECTION))
            first, second = sorted((one, two), key=lambda each: (-len(each), each))
            leader[second] = first
    return {letter: of(letter) for letter in list(leader) if len(letter) == 1}
