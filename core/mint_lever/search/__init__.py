"""Looking something up: a word of the trade, a setting, a step, a finding, a reading."""

from mint_lever.search.glossary import WORDS, Term, list_terms
from mint_lever.search.helicopter_items import list_findings, list_settings, list_steps
from mint_lever.search.search_item import Item, ItemKind
from mint_lever.search.word_search import MOST_FOUND, search

__all__ = [
    "MOST_FOUND",
    "WORDS",
    "Item",
    "ItemKind",
    "Term",
    "list_findings",
    "list_settings",
    "list_steps",
    "list_terms",
    "search",
]
