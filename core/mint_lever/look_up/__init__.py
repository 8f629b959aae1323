"""Looking something up: a word of the trade, a setting, a step, a finding, a reading."""

from mint_lever.look_up.item import Item, Kind
from mint_lever.look_up.of_run import findings_of, settings_of, steps_of
from mint_lever.look_up.search import MOST_FOUND, search
from mint_lever.look_up.words import WORDS, Term, words

__all__ = [
    "MOST_FOUND",
    "WORDS",
    "Item",
    "Kind",
    "Term",
    "findings_of",
    "search",
    "settings_of",
    "steps_of",
    "words",
]
