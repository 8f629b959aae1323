"""A helicopter's file as it comes in: read part by part, with a bound to everything in it."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Iterator
from typing import IO, Any, TypeVar
from zipfile import BadZipFile, ZipFile, ZipInfo

from pydantic import BaseModel, TypeAdapter, ValidationError

from mint_lever.faults import Fault, InvalidRequest, InvalidSetup
from mint_lever.setup import parse_json

MOST_FILES = 20_000
MOST_LINE = 128 * 1024
MOST_LINES = 64 * 1024 * 1024
MOST_SETUP = 1_000_000
MOST_PART = 8 * 1024 * 1024
MOST_UNPACKED = 400 * 1024 * 1024
_PIECE = 64 * 1024
T = TypeVar("T")


class OpenedFile:
    """A zip whose directory was looked through: neither too many files nor too much in them."""

    def __init__(self, file: IO[bytes]):
        try:
            self._zip = ZipFile(file)
            infos = self._zip.infolist()
        except (BadZipFile, ValueError, NotImplementedError, OverflowError) as error:
            raise refused("file", "no zip that can be read", "a helicopter's file") from error
        if len(infos) > MOST_FILES:
            raise refused("file", f"{len(infos):,} files in it", f"at most {MOST_FILES:,}")
        unpacked = sum(info.file_size for info in infos)
        if unpacked > MOST_UNPACKED:
            allowed = f"at most {MOST_UNPACKED // 1024 // 1024} MB"
            raise refused("file", f"{unpacked // 1024 // 1024} MB once unpacked", allowed)
        self._infos: dict[str, ZipInfo] = {info.filename: info for info in infos}
        if len(self._infos) < len(infos):
            raise refused("file", "a name twice in it", "each name once")

    def names(self, folder: str) -> list[str]:
        """The names of the files in a folder of it, in their order."""
        return sorted(name for name in self._infos if name.startswith(f"{folder}/"))

    def document(self, name: str, most: int = MOST_SETUP) -> Any:
        """Read a JSON file."""
        return _parsed(name, b"".join(self.pieces(name, most)), most)

    def part(self, name: str, of: Any) -> Any:
        """Read a JSON file as what it has to be."""
        return checked(name, of, self.document(name, MOST_PART))

    def lines(self, name: str, of: type[BaseModel], most: int) -> Iterator[Any]:
        """Read a file of JSON lines, one at a time."""
        size = 0
        with self._open(name) as file:
            for number in range(1, most + 2):
                line = _guarded(name, lambda: file.readline(MOST_LINE + 1))
                if not line:
                    return
                size += len(line)
                if size > MOST_LINES:
                    allowed = f"at most {MOST_LINES // 1024 // 1024} MB"
                    raise refused(name, "more than that", allowed)
                if number > most:
                    raise refused(name, f"more than {most:,} lines", f"at most {most:,}")
                where = f"{name}.{number}"
                yield checked(where, of, _parsed(where, line, MOST_LINE))

    def pieces(self, name: str, most: int) -> Iterator[bytes]:
        """Read a file piece by piece; what its directory says of its size is not believed."""
        size = 0
        with self._open(name) as file:
            while piece := _guarded(name, lambda: file.read(_PIECE)):
                size += len(piece)
                if size > most:
                    raise refused(name, f"more than {most:,} bytes", f"at most {most:,} bytes")
                yield piece

    def _open(self, name: str) -> IO[bytes]:
        info = self._infos.get(name)
        if info is None:
            raise refused(name, "nothing", "a file of that name")
        if info.flag_bits & 1:
            raise refused(name, "a file under a password", "an open file")
        return _guarded(name, lambda: self._zip.open(info))


def checked(where: str, of: Any, found: Any) -> Any:
    """Read what was parsed as what it has to be; a fault names the place."""
    try:
        return TypeAdapter(of).validate_python(found)
    except ValidationError as error:
        faults = []
        for each in error.errors(include_url=False)[:20]:
            path = ".".join([where, *(str(part) for part in each["loc"])])
            faults.append(Fault(path, str(each["input"])[:60], each["msg"][:200]))
        raise InvalidRequest(faults) from error


def place_faults(where: str, faults: Iterable[Fault]) -> list[Fault]:
    """The faults of a part, each with the part's own place before it."""
    return [Fault(f"{where}.{each.path}".rstrip("."), each.found, each.allowed) for each in faults]


def refused(path: str, found: str, allowed: str) -> InvalidRequest:
    """One fault of the file."""
    return InvalidRequest([Fault(path, found, allowed)])


def _parsed(where: str, raw: bytes, most: int) -> Any:
    try:
        return parse_json(raw, most)
    except InvalidSetup as error:
        raise InvalidRequest(place_faults(where, error.faults)) from error


def _guarded(name: str, read: Callable[[], T]) -> T:
    """Read from the zip; what is broken inside is said."""
    try:
        return read()
    except Exception as error:
        # Each way of packing has an error of its own (zlib.error, LZMAError, EOFError …).
        raise refused(name, "what cannot be unpacked", "a whole file") from error
