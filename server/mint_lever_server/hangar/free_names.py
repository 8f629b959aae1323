"""Names that are free: a second of one name gets a number."""

from collections.abc import Collection
from itertools import count


def free_name(name: str, taken: Collection[str], most: int) -> str:
    """Give the name, or with the first number that is free; no longer than ``most`` letters."""
    if name not in taken:
        return name
    numbers = (f" ({number})" for number in count(2))
    return next(
        free for number in numbers if (free := name[: most - len(number)] + number) not in taken
    )
