"""What was worked out of a run, each answer with what it read: so much of it is carried over to
the next run as reads nothing that is another now.

A fact is what a run is made of: the readings of one question, a value of the setup, what was done.
An answer is worked out of facts and of other answers, and what it reads is noted meanwhile. In a
later run an answer stands as long as all it read is still the same; what was worked out anew and
came out the same counts as the same.
"""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Callable, Collection, Hashable, Iterator
from threading import local
from typing import Any, Literal, NamedTuple

Key = tuple[Hashable, ...]
"""The name of a fact or an answer, and what it is about."""


_MOST = 50_000
"""With so many answers nothing is carried over: of a run that lives long most are about readings
that fell out of the log's newest. An evening's run has a tenth of it."""


class _Read(NamedTuple):
    """What an answer read. One that was ``made`` can only be made by who asks for it."""

    key: Key
    value: Any
    kind: Literal["fact", "answer", "made"]


class _Answer(NamedTuple):
    """An answer and what it was worked out of, in that order."""

    value: Any
    read: tuple[_Read, ...]


class _Notes(local):
    """What the answers read that are being worked out, the innermost last; each thread's own."""

    def __init__(self) -> None:
        self.open: list[dict[Key, _Read]] = []


class Memo:
    """The facts and answers of one run; ``find`` finds either by its key."""

    def __init__(self, find: Callable[[Key], Any]):
        self._find = find
        self._facts: defaultdict[Hashable, dict[Key, Any]] = defaultdict(dict)
        self._answers: dict[Key, _Answer] = {}
        self._doubtful: dict[Key, _Answer] = {}
        # Of this run and those before: one reader too many costs a look.
        self._readers: dict[Key, set[Key]] = {}
        self._notes = _Notes()

    @property
    def takes_notes(self) -> bool:
        """Whether an answer is being worked out now."""
        return bool(self._notes.open)

    def fact(self, key: Key) -> Any:
        """Give a fact."""
        return self._noted(_Read(key, self._fact(key), "fact"))

    def answer(self, key: Key) -> Any:
        """Give an answer; worked out only where none can be carried over."""
        return self._noted(_Read(key, self._found(key), "answer"))

    def made(self, key: Key, make: Callable[[], Any]) -> Any:
        """Give what ``make`` makes; made only where none can be carried over."""
        if not self._carried(key):
            self._answers[key] = self._worked_out(key, make)
        return self._noted(_Read(key, self._answers[key].value, "made"))

    def carry_over(self, before: Memo, same: Collection[Hashable]) -> None:
        """Take over from a run before what no changed fact can have reached. The rest is doubtful:
        it is looked at when it is asked for.

        Both runs are of the same steps. ``same`` are names of facts that are surely the same in
        both; the others are looked up and compared.
        """
        if len(before._answers) + len(before._doubtful) > _MOST:
            return
        self._readers = before._readers
        reached = self._reached(list(self._changed(before, same)))
        self._answers = dict(before._answers)
        self._doubtful = dict(before._doubtful)
        for key in reached & self._answers.keys():
            self._doubtful[key] = self._answers.pop(key)

    def _changed(self, before: Memo, same: Collection[Hashable]) -> Iterator[Key]:
        """The facts that are others than before."""
        # Copied first: another thread may look something up in it meanwhile.
        for name, facts in list(before._facts.items()):
            if name in same:
                self._facts[name] = dict(facts)
                continue
            for key, was in list(facts.items()):
                if is_alike(self._fact(key), was):
                    self._facts[name][key] = was
                else:
                    yield key

    def _reached(self, ahead: list[Key]) -> set[Key]:
        """All that read one of some facts, or what read it."""
        reached = set[Key]()
        while ahead:
            fresh = self._readers.get(ahead.pop(), set()) - reached
            reached |= fresh
            ahead += fresh
        return reached

    def _fact(self, key: Key) -> Any:
        facts = self._facts[key[0]]
        if key not in facts:
            facts[key] = self._find(key)
        return facts[key]

    def _found(self, key: Key) -> Any:
        if not self._carried(key):
            was, new = self._doubtful.get(key), self._worked_out(key, lambda: self._find(key))
            # One and the same object where nothing came of it: what reads it is soon looked at.
            same = was is not None and is_alike(was.value, new.value)
            self._answers[key] = _Answer(was.value, new.read) if was and same else new
        return self._answers[key].value

    def _carried(self, key: Key) -> bool:
        """Whether an answer is here, or can be carried over."""
        if key in self._answers:
            return True
        was = self._doubtful.get(key)
        if was is None or not all(map(self._is_still, was.read)):
            return False
        self._answers[key] = was
        return True

    def _is_still(self, read: _Read) -> bool:
        if read.kind == "made":
            return self._carried(read.key) and self._answers[read.key].value is read.value
        value = self._fact(read.key) if read.kind == "fact" else self._found(read.key)
        return is_alike(value, read.value)

    def _worked_out(self, key: Key, make: Callable[[], Any]) -> _Answer:
        notes: dict[Key, _Read] = {}
        being_read = self._notes.open
        being_read.append(notes)
        try:
            value = make()
        except Exception:
            # Who is told that it cannot be worked out has read all that led there.
            if len(being_read) > 1:
                being_read[-2].update(notes)
            raise
        finally:
            being_read.pop()
        for each in notes:
            self._readers.setdefault(each, set()).add(key)
        return _Answer(value, tuple(notes.values()))

    def _noted(self, read: _Read) -> Any:
        if self._notes.open:
            self._notes.open[-1].setdefault(read.key, read)
        return read.value


def is_alike(one: Any, other: Any) -> bool:
    """Whether two facts or answers are the same to whoever reads them."""
    return one is other or (type(one) is type(other) and bool(one == other))
