"""Stock profiles: what a counter has ready, with outline, species, lengths and price.

The shipped catalogue (``data/stock_profiles.json``) is made up. A profile is a stack of members, or an outline read
from a file as points of its face. Its lower back corner is the origin; heights go up the wall, depths off it.
"""

import itertools
import math
from collections.abc import Sequence
from functools import cache

import msgspec

from narrow_cornice.errors import CorniceError
from narrow_cornice.memo import by_value
from narrow_cornice.shipped import SHIPPED
from narrow_cornice.trim.kinds import USES, Use
from narrow_cornice.trim.outline import Line, Outline, Point, Segment
from narrow_cornice.trim.profiles import Profile, has_shelf, stack_profile
from narrow_cornice.trim.stacks import Stack, checked_stack
from narrow_cornice.units.words import Id, Words

MOST_POINTS = 2000


class StockProfile(msgspec.Struct, frozen=True, forbid_unknown_fields=True, omit_defaults=True):
    """One profile as sold: what it is used as, its wood, its price per metre and the lengths it comes in (mm).

    It has ``members``, from the bottom up (a skirting's and a base cap's from the top down), or else an ``outline``:
    the points of its face as (depth, height), from the lower to the upper end. ``price_per_metre`` is None of one that
    must be made.
    """

    id: Id
    name: Words
    uses: tuple[Use, ...]
    species: Words
    price_per_metre: float | None
    lengths: tuple[float, ...]
    shop: Id
    members: Stack = ()
    outline: tuple[Point, ...] = ()

    @property
    def across(self) -> float:
        """Return how wide the timber is that it is made from, in mm: of a crown, which is sprung, by its face."""
        return math.hypot(self.height, self.depth) if "crown" in self.uses else self.height

    @property
    def profile(self) -> Profile:
        """Return its section."""
        return _profile(self)

    @property
    def height(self) -> float:
        """Return its height in mm."""
        return self.profile.height

    @property
    def depth(self) -> float:
        """Return how far it comes off what it lies against, at most, in mm."""
        return self.profile.reach


@by_value(times=2, each="thing")
def _profile(one: StockProfile) -> Profile:
    if one.members:
        turned = {"skirting", "base cap"} & set(one.uses)  # they are drawn from the top down
        kind = "skirting" if turned else "cornice"  # no shelf: the top is drawn by whoever places it
        return stack_profile(kind, one.members)
    points = [(z, y - one.outline[0][1]) for z, y in one.outline]
    lines = tuple(Line(a, b) for a, b in itertools.pairwise(points) if math.dist(a, b) > 1e-9)
    height = max(y for _, y in points)
    return Profile("cornice", height, max(z for z, _ in points), Outline(lines))


def checked_profile(one: StockProfile, where: str) -> StockProfile:
    """Return a profile that can be bought and drawn. Raises CorniceError with what is wrong where."""
    if not one.id or not one.name.strip():
        raise CorniceError("A stock profile needs a name.", where=where)
    if not one.uses:
        raise CorniceError(f"“{one.name[:40]}” says no use.", where=where, remedy=f"Known: {', '.join(USES)}.")
    if one.price_per_metre is not None and not 0 <= one.price_per_metre <= 1e6:
        raise CorniceError(f"“{one.name[:40]}” has an impossible price.", where=where)
    if not one.lengths or not all(100 <= length <= 20_000 for length in one.lengths):
        raise CorniceError(f"“{one.name[:40]}” needs lengths from 100 to 20 000 mm.", where=where)
    if bool(one.members) == bool(one.outline):
        raise CorniceError(f"“{one.name[:40]}” needs members or an outline, and not both.", where=where)
    if one.members:
        checked_stack(one.members, where)
        return one
    if not 3 <= len(one.outline) <= MOST_POINTS or not all(
        math.isfinite(v) and abs(v) <= 2000 for point in one.outline for v in point
    ):
        raise CorniceError(f"“{one.name[:40]}” has an outline that cannot be drawn.", where=where)
    tall, deep = max(y for _, y in one.outline) - one.outline[0][1], max(z for z, _ in one.outline)
    if tall < 1 or deep < 1 or min(z for z, _ in one.outline) < -1e-6:
        raise CorniceError(
            f"“{one.name[:40]}” must be at least 1 mm high and deep, and stay in front of its back.", where=where
        )
    return one


class _File(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    about: str
    profiles: tuple[StockProfile, ...]


def catalogue_json(content: bytes, name: str) -> tuple[StockProfile, ...]:
    """Read a catalogue from JSON as the shipped one is written. Raises CorniceError."""
    try:
        made = msgspec.json.decode(content, type=_File)
    except (msgspec.DecodeError, UnicodeDecodeError, RecursionError) as error:
        raise CorniceError(f"It is no catalogue of profiles: {error}.", where=name) from error
    for index, one in enumerate(made.profiles):
        checked_profile(one, f"{name}, profile {index + 1}")
    return made.profiles


@cache
def shipped_profiles() -> tuple[StockProfile, ...]:
    """Return the profiles that ship."""
    content = (SHIPPED / "stock_profiles.json").read_bytes()
    return catalogue_json(content, "stock_profiles.json")


class StockPiece(msgspec.Struct, frozen=True, forbid_unknown_fields=True, omit_defaults=True):
    """A stock profile where it is put up: its bottom ``at`` above the foot of the whole and its back ``out`` off the
    wall, in mm. A board may lie ``flat``, and be ripped to a ``width``."""

    profile: StockProfile
    at: float
    out: float
    flat: bool = False
    width: float | None = None

    @property
    def height(self) -> float:
        """Return how much of the wall it takes, in mm."""
        if self.flat:
            return self.profile.depth
        return self.width if self.width is not None else self.profile.height

    @property
    def depth(self) -> float:
        """Return how far it comes out from its own back, in mm."""
        if self.flat:
            return self.width if self.width is not None else self.profile.height
        return self.profile.depth

    @property
    def segments(self) -> tuple[Segment, ...]:
        """Return its face where it stands, from its lower back edge to its upper front one."""
        if "board" in self.profile.uses:
            front = self.out + self.depth
            return (
                Line((self.out, self.at), (front, self.at)),
                Line((front, self.at), (front, self.at + self.height)),
            )
        return tuple(segment.moved(self.out, self.at) for segment in self.profile.profile.outline.segments)

    def closed(self, step: float = 0.12) -> tuple[Point, ...]:
        """Return its section where it stands, closed by its back."""
        face: list[Point] = [self.segments[0].start]
        for segment in self.segments:
            face += segment.points(step)
        return ((self.out, self.at), *face, (self.out, face[-1][1]))

    @property
    def words(self) -> str:
        """Return what it is, in words: "Board 25 × 95, flat, ripped to 60"."""
        words = self.profile.name
        if "board" in self.profile.uses:
            words += ", flat" if self.flat else ""
            if self.width is not None and self.width < self.profile.height - 0.05:
                words += f", ripped to {self.width:g}"
        return words


def assembled(kind: str, pieces: Sequence[StockPiece]) -> Profile:
    """Return the section of stock pieces put up over one another, as one outline."""
    return _assembled(kind, tuple(pieces))


@by_value(times=1, each="thing")
def _assembled(kind: str, pieces: tuple[StockPiece, ...]) -> Profile:
    segments: list[Segment] = []
    bands: list[tuple[str, float, float]] = []
    end: Point = (0.0, 0.0)
    for piece in sorted(pieces, key=lambda one: one.at):
        face = [one for one in piece.segments if math.dist(one.start, one.end) > 1e-9]
        first = face[0]
        if (
            isinstance(first, Line)
            and abs(first.start[1] - first.end[1]) < 1e-9
            and abs(first.start[1] - end[1]) < 1e-6
        ):
            face[0] = Line(end, first.end)  # its underside as far as it is seen
            if math.dist(end, first.end) < 1e-9:
                face = face[1:]
        elif math.dist(end, first.start) > 1e-9:
            segments.append(Line(end, first.start))
        segments += face
        end = segments[-1].end
        bands.append((piece.words, piece.at, piece.at + piece.height))
    if has_shelf(kind) and end[0] > 0:
        segments.append(Line(end, (0.0, end[1])))
    height = max(piece.at + piece.height for piece in pieces)
    reach = max(piece.out + piece.depth for piece in pieces)
    return Profile(kind, height, reach, Outline(tuple(segments)), tuple(bands) if len(bands) > 1 else ())
