"""What a run is made of, each read as a fact: the present setup, the readings, what was done."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from typing import Any

from mint_lever.bench.engine.dependency_graph import StepName
from mint_lever.bench.engine.log import Entry, Event, HeldSetting
from mint_lever.bench.engine.memo import Key, Memo
from mint_lever.bench.engine.typed_signs import as_meant
from mint_lever.devices import DeviceProfile
from mint_lever.setup.document import Setup
from mint_lever.setup.identity_key import IdentityKey
from mint_lever.setup.parts.number_kinds import Part
from mint_lever.setup.read_tracking import value_at, watched


def _latest(events: Iterable[Event]) -> dict[tuple[StepName | None, str], int]:
    """When events last had to do with a step's question; "" where with all of the step."""
    at: dict[tuple[StepName | None, str], int] = {}
    for event in events:
        for key in event.keys or ("",):
            at[event.step, key] = event.sequence
    return at


# What facts of a run come of; those of another kind may be others in every run.
_OF_SETUP = frozenset({"value", "presence"})
_OF_EVENTS = frozenset({"events", "by_hand", "learned", "followed", "worked", "followed_at_all"})
_OF_DEVICES = frozenset({"devices", "said_held"})


class Facts:
    """One helicopter's log and its present setup; whoever asks for something of them while an
    answer is worked out has read it.

    Entries and events are those that count: of the real helicopter, or of the simulated one,
    never of both, and none that was struck out.
    """

    def __init__(
        self,
        setup: Setup,
        entries: Iterable[Entry],
        events: Iterable[Event],
        devices: Sequence[DeviceProfile] = (),
        holds: Iterable[HeldSetting] = (),
    ):
        self._setup = setup
        self._holds = tuple(holds)
        self._devices = tuple(devices)
        self._entries = as_meant(entries)
        self._events = sorted(events, key=lambda event: event.sequence)
        self._answers: dict[tuple[StepName, str], list[Entry]] = {}
        for entry in self._entries:
            self._answers.setdefault((entry.step, entry.key), []).append(entry)
        self._by_sequence = {entry.sequence: entry for entry in self._entries}
        self._by_hand = [event for event in self._events if event.aspects]
        self._learned = [event for event in self._events if event.learned]
        self._followed, self._worked = _latest(self._events), _latest(self._by_hand)
        self._memo = Memo(self._find)
        self._watched = watched(setup, self)

    def carry_over(self, before: Facts) -> None:
        """Take over what was worked out in a run before, so far as it stands."""
        same = frozenset[str]()
        if before._setup is self._setup:
            same |= _OF_SETUP
        if before._events == self._events:
            same |= _OF_EVENTS
        if before._devices == self._devices and before._holds == self._holds:
            same |= _OF_DEVICES
        self._memo.carry_over(before._memo, same)

    def _find(self, key: Key) -> Any:
        return getattr(self, f"_find_{key[0]}")(*key[1:])

    @property
    def setup(self) -> Setup:
        """The present setup. While an answer is worked out it notes what is read of it."""
        return self._watched if self._memo.takes_notes else self._setup

    @property
    def takes_notes(self) -> bool:
        """Whether an answer is being worked out now."""
        return self._memo.takes_notes

    def reads_value(self, path: str) -> None:
        """A value of the setup is read; "" is the whole of it."""
        self._memo.fact(("value", path))

    def reads_presence(self, path: str) -> None:
        """It is read that there is a part at a path of the setup."""
        self._memo.fact(("presence", path))

    @property
    def entries(self) -> Sequence[Entry]:
        """Every reading, oldest first."""
        found: Sequence[Entry] = self._memo.fact(("entries",))
        return found

    @property
    def events(self) -> Sequence[Event]:
        """Everything done, oldest first."""
        found: Sequence[Event] = self._memo.fact(("events",))
        return found

    @property
    def by_hand(self) -> Sequence[Event]:
        """What was worked on, oldest first."""
        found: Sequence[Event] = self._memo.fact(("by_hand",))
        return found

    def all(self, name: StepName, key: str) -> list[Entry]:
        """Every reading of one question, oldest first."""
        found: list[Entry] = self._memo.fact(("all", name, key))
        return found

    @property
    def devices(self) -> tuple[DeviceProfile, ...]:
        """The profiles of the devices the helicopter has."""
        found: tuple[DeviceProfile, ...] = self._memo.fact(("devices",))
        return found

    @property
    def holds(self) -> tuple[HeldSetting, ...]:
        """What the devices are said to hold, oldest first."""
        found: tuple[HeldSetting, ...] = self._memo.fact(("said_held",))
        return found

    def _find_value(self, path: str) -> Any:
        value = value_at(self._setup, path)
        # Equal parts are mostly the same one; to compare all of two others costs more than it wins.
        return IdentityKey(value) if isinstance(value, Part) else value

    def _find_presence(self, path: str) -> bool:
        return value_at(self._setup, path) is not None

    def _find_entries(self) -> Sequence[Entry]:
        return self._entries

    def _find_entry(self, sequence: int) -> Entry | None:
        return self._by_sequence.get(sequence)

    def _find_all(self, name: StepName, key: str) -> list[Entry]:
        return self._answers.get((name, key), [])

    def _find_events(self) -> Sequence[Event]:
        return self._events

    def _find_by_hand(self) -> Sequence[Event]:
        return self._by_hand

    def _find_learned(self) -> Sequence[Event]:
        return self._learned

    def _find_followed(self, name: StepName, key: str) -> int:
        return self._followed.get((name, key), -1)

    def _find_worked(self, name: StepName, key: str) -> int:
        return self._worked.get((name, key), -1)

    def _find_devices(self) -> tuple[DeviceProfile, ...]:
        return self._devices

    def _find_said_held(self) -> tuple[HeldSetting, ...]:
        return self._holds
