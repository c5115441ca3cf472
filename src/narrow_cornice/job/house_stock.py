"""Left-over paint of the house: what stands on the shelf between jobs, kept in a file of the person's own."""

from __future__ import annotations

from pathlib import Path

import msgspec

from narrow_cornice.errors import CorniceError
from narrow_cornice.job.file import surroundings, write_whole
from narrow_cornice.job.finishes import Colour, LeftTin, Paint
from narrow_cornice.units.words import Words

NAME = "paint-stock.json"
MOST = 2_000


class HouseTin(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """A tin on the shelf of the house: its paint and colour as they were, and what is left of it."""

    paint: Paint
    colour: Colour | None
    left: LeftTin

    @property
    def key(self) -> str:
        """Return by what it goes: another tin of the same paint, colour, batch and day is the same tin."""
        tone = self.colour.id if self.colour is not None else ""
        return f"{self.paint.id}:{tone}:{self.left.batch}:{self.left.day or ''}"

    @property
    def words(self) -> Words:
        """Return what it is called."""
        tone = f", {self.colour.name}" if self.colour is not None else ""
        return f"{self.paint.name}{tone}, {self.left.litres:g} L"


def house_stock(folder: Path) -> tuple[HouseTin, ...]:
    """Return what stands on the shelf of the house; nothing where there is no such file. Raises CorniceError for one
    that cannot be read."""
    path = folder / NAME
    try:
        raw = path.read_bytes()
    except FileNotFoundError:
        return ()
    except OSError as error:
        raise surroundings(error, path, "opened") from None
    try:
        return msgspec.json.decode(raw, type=tuple[HouseTin, ...])[:MOST]
    except (msgspec.DecodeError, UnicodeDecodeError, RecursionError) as error:
        raise CorniceError(f"{path.name} cannot be read: {error}.", remedy=f"Move {path} away to begin anew.") from None


def put_on_house_shelf(folder: Path, tin: HouseTin) -> None:
    """Put a tin on the shelf of the house, in place of the one that it is. Raises CorniceError."""
    _write(folder, (*(one for one in house_stock(folder) if one.key != tin.key), tin))


def take_off_house_shelf(folder: Path, key: str) -> None:
    """Take a tin off the shelf of the house. Raises CorniceError."""
    _write(folder, tuple(one for one in house_stock(folder) if one.key != key))


def _write(folder: Path, tins: tuple[HouseTin, ...]) -> None:
    folder.mkdir(parents=True, exist_ok=True)
    write_whole(folder / NAME, msgspec.json.format(msgspec.json.encode(tins), indent=1) + b"\n")
