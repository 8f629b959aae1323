"""Diagnosis: from what the pilot saw to what is wrong and where it is mended."""

from mint_lever.diagnose.direction_faults import COMMANDS, SEEN, Command, Field
from mint_lever.diagnose.direction_solver import Diagnosis, Mend, Sight, diagnose
from mint_lever.diagnose.swash_sight import SWASH_WORDS, SwashWord, swash_words
from mint_lever.diagnose.tail_directions import Turn, fewest_turns

__all__ = [
    "COMMANDS",
    "SEEN",
    "SWASH_WORDS",
    "Command",
    "Diagnosis",
    "Field",
    "Mend",
    "Sight",
    "SwashWord",
    "Turn",
    "diagnose",
    "fewest_turns",
    "swash_words",
]
