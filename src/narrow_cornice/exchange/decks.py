"""Decks of colours from CSV and GPL palettes, and the colours of a job as GPL and CSV."""

from __future__ import annotations

import csv
import io
import re
from collections.abc import Iterator

from narrow_cornice.colour.deck import DeckColour
from narrow_cornice.colour.tones import channels, checked_colour, light_reflectance
from narrow_cornice.colour.undertone import hue_word, is_neutral, undertone
from narrow_cornice.derived.coloured.room_palette import palette_of_room
from narrow_cornice.errors import CorniceError
from narrow_cornice.exchange.csv_lists import written
from narrow_cornice.job.coloured import OwnDeck
from narrow_cornice.job.model import Job

MOST = 5000
GPL_HEAD = "GIMP Palette"  # the first line that the open palette format asks for
_GPL_LINE = re.compile(r"^\s*(\d{1,3})\s+(\d{1,3})\s+(\d{1,3})(?:\s+(.*))?$")


class DeckError(CorniceError, ValueError):
    """A file that is no deck of colours; ``where`` names the line."""


def read_deck(raw: bytes, name: str) -> OwnDeck:
    """Return the deck in a file: GPL by its first line, else CSV with a name and a colour (#rrggbb, or red, green and
    blue) on each line. Raises DeckError with the line that is wrong."""
    try:
        text = raw.decode("utf-8-sig")
    except UnicodeDecodeError:
        try:
            text = raw.decode("latin-1")
        except UnicodeDecodeError:
            raise DeckError("this is no readable text.") from None
    if "\x00" in text:
        raise DeckError("this is no text, so no deck of colours.", remedy="Bring in a CSV or a GPL palette.")
    found = _gpl(text) if text.lstrip().startswith(GPL_HEAD) else _csv(text)
    if not found:
        raise DeckError("no colour is in it.", remedy="Write a name and a colour as #rrggbb on each line.")
    if len(found) > MOST:
        raise DeckError(f"{len(found)} colours are more than a deck can have; {MOST} are the most.")
    colours = tuple(
        DeckColour(f"k{number}", "neutral" if is_neutral(tone) else hue_word(tone), called[:200] or tone, tone)
        for number, (called, tone) in enumerate(found, 1)
    )
    return OwnDeck("", name[:200] or "a deck", colours)


def _gpl(text: str) -> list[tuple[str, str]]:
    made = []
    for number, line in enumerate(text.splitlines()[1:], 2):
        bare = line.strip()
        if not bare or bare.startswith("#") or re.match(r"^(Name|Columns):", bare):
            continue
        found = _GPL_LINE.match(line)
        if found is None or any(int(found[band]) > 255 for band in (1, 2, 3)):
            raise DeckError(f"“{bare[:40]}” is no colour.", where=f"line {number}", remedy="Red, green, blue, name.")
        red, green, blue = (int(found[band]) for band in (1, 2, 3))
        made.append(((found[4] or "").strip(), f"#{red:02x}{green:02x}{blue:02x}"))
    return made


def _csv(text: str) -> list[tuple[str, str]]:
    first = text.splitlines()[0] if text.strip() else ""
    sign = next((one for one in (";", "\t", ",") if one in first), ",")
    made: list[tuple[str, str]] = []
    for number, cells in enumerate(_cells(text, sign), 1):
        filled = [cell.strip() for cell in cells]
        if not any(filled):
            continue
        found = _colour_in(filled)
        if found is None:
            if number == 1:
                continue  # headings
            shown = sign.join(filled)[:40]
            raise DeckError(f"“{shown}” has no colour.", where=f"line {number}", remedy="Write it as #rrggbb.")
        made.append(found)
    return made


def _cells(text: str, sign: str) -> Iterator[list[str]]:
    lines = csv.reader(io.StringIO(text), delimiter=sign)
    try:
        yield from lines
    except csv.Error as fault:
        raise DeckError(f"{fault}.", where=f"line {lines.line_num}", remedy="Write it as #rrggbb.") from None


def _colour_in(cells: list[str]) -> tuple[str, str] | None:
    """Return name and tone of a line: a cell as #rrggbb, or three numbers for red, green and blue."""
    for at, cell in enumerate(cells):
        text = cell if cell.startswith("#") else f"#{cell}" if re.fullmatch(r"[0-9a-fA-F]{6}", cell) else ""
        if re.fullmatch(r"#[0-9a-fA-F]{6}", text):
            others = [one for index, one in enumerate(cells) if index != at and one]
            return (others[0] if others else "", checked_colour(text))
    numbers = [index for index, cell in enumerate(cells) if re.fullmatch(r"\d{1,3}", cell) and int(cell) <= 255]
    if len(numbers) >= 3:
        red, green, blue = (int(cells[index]) for index in numbers[-3:])
        others = [one for index, one in enumerate(cells) if index not in numbers[-3:] and one]
        return (others[0] if others else "", f"#{red:02x}{green:02x}{blue:02x}")
    return None


def colours_gpl(job: Job) -> str:
    """Return the colours of a job as a GPL palette."""
    lines = [GPL_HEAD, f"Name: {_one_line(job.name)}", "Columns: 8", "#"]
    for colour in job.colours:
        red, green, blue = channels(colour.hex)
        lines.append(f"{red:3d} {green:3d} {blue:3d}\t{_one_line(colour.name)}")
    return "\n".join(lines) + "\n"


def _one_line(text: str) -> str:
    return " ".join(text.split())[:200]


def colours_table(job: Job) -> str:
    """Return the colours of every room with their role, area, share, light and undertone."""
    rows = []
    for room in job.rooms:
        shades = palette_of_room(job, room)
        whole = sum(shade.area.value for shade in shades) or 1.0
        for shade in shades:
            where = ", ".join(dict.fromkeys(part.name for part in shade.parts))
            light = round(light_reflectance(shade.hex), 1)
            share = round(100 * shade.area.value / whole, 1)
            area = round(shade.area.rounded(job.settings), 2)
            role = shade.role or ""
            rows.append([room.name, shade.name, shade.hex, role, area, share, light, undertone(shade.hex), where])
    header = ("room", "colour", "hex", "role", "area m2", "share %", "light back %", "undertone", "where")
    return written(header, rows)
