"""Looking something up: a word of the trade, a setting, a step, a finding, a reading."""

from mint_lever.search.glossary import WORDS, Term, words
from mint_lever.search.helicopter_items import findings_of, settings_of, steps_of
from mint_lever.search.search_item import Item, Kind
from mint_lever.search.word_search import MOST_FOUND, search

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
