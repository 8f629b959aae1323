"""A setup as the key of what was worked out about it."""

from __future__ import annotations

from mint_lever.setup.document import Setup


class ByIdentity:
    """The very same object, not an equal one, whose comparing would cost more."""

    def __init__(self, setup: Setup):
        self.setup = setup

    def __hash__(self) -> int:
        return id(self.setup)

    def __eq__(self, other: object) -> bool:
        return isinstance(other, ByIdentity) and other.setup is self.setup
