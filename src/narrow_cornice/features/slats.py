"""Slats and flutes between two ends: how many, and one gap that is the same everywhere, both ends alike.

Of width ``s`` between two ends of length ``L``, ``n`` of them: gap = (L − n·s) ÷ (n + 1) where both ends are gaps,
÷ (n − 1) where both are slats, ÷ n where both are half a gap (handbook, slats).
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from typing import Literal, get_args

import msgspec

from narrow_cornice.explained.figures import explained
from narrow_cornice.features.region import FieldError
from narrow_cornice.units.told import Told

Ends = Literal["gap", "slat", "half"]
ENDS: tuple[Ends, ...] = get_args(Ends)
MORE: dict[Ends, int] = {"gap": 1, "slat": -1, "half": 0}  # gaps more than slats
MOST_SLATS = 20_000
NEAR = 1e-9


class Slats(msgspec.Struct, frozen=True):
    """Slats between two ends: how many, their gap, and where the first one begins, in mm from the left end."""

    count: int
    gap: float
    first: float


@explained("gap", "mm", "(length − count × slat) ÷ gaps")
def gap_between(length: float, count: float, slat: float, gaps: float) -> float:
    """Return the gap between slats that is left when so many stand between two ends, from sizes in mm."""
    return (length - count * slat) / gaps


def gaps_of(count: int, ends: Ends) -> int:
    """Return how many gaps so many slats have, halves at the ends counted together."""
    return count + MORE[ends]


def slats_between(length: float, slat: float, gap: float, ends: Ends) -> Slats:
    """Return the count whose gap is nearest to a wished one, of equals the fewer. Raises FieldError."""
    checked_slats(length, slat, gap)
    about = max(1.0, (length - MORE[ends] * gap) / (slat + gap))
    if about > MOST_SLATS:
        raise FieldError(f"More than {MOST_SLATS} slats.", where="slat", remedy="Is the unit right?")
    found = [
        made
        for count in range(max(1, math.floor(about) - 1), math.ceil(about) + 2)
        if (made := with_count(length, slat, count, ends)) is not None
    ]
    if not found:
        raise FieldError(
            Told("No slats of ", slat, " stand like that between ends of ", length, "."),
            where="length",
            remedy="Take narrower slats, or another end.",
        )
    return min(found, key=lambda made: (round(abs(made.gap - gap), 9), made.count))


def checked_slats(length: float, slat: float, gap: float) -> None:
    """Raise FieldError for sizes that no slats have."""
    for name, size, least in (("length", length, NEAR), ("slat", slat, NEAR), ("gap", gap, 0.0)):
        if not (math.isfinite(size) and least <= size <= 1e6):
            raise FieldError(Told(size, " cannot be."), where=name, remedy="Give a size of more than nought.")


def with_count(length: float, slat: float, count: int, ends: Ends) -> Slats | None:
    """Return so many slats between two ends, None where they do not stand there with a gap that is not under nought."""
    gaps = gaps_of(count, ends)
    if count < 1 or gaps < 1:
        return None
    gap = gap_between.formula(length, count, slat, gaps)  # type: ignore[attr-defined]
    if gap < -NEAR:
        return None
    gap = max(0.0, gap)
    return Slats(count, gap, {"gap": gap, "slat": 0.0, "half": gap / 2}[ends])


def clear_of_joints(
    length: float, slat: float, gap: float, ends: Ends, joints: Sequence[tuple[float, float]]
) -> tuple[Slats, int]:
    """Return the slats whose gap is nearest to the wished one among those that leave the fewest slats cut by joints
    (of doors, from where to where along the length), and how many are cut.

    Every count is looked at whose gap lies between a third of the wished one and three times it.
    """
    checked_slats(length, slat, gap)
    wished = slats_between(length, slat, gap, ends)
    most = math.ceil(length / (slat + max(gap, 1.0) / 3)) + 1
    least = max(1, math.floor(length / (slat + max(gap, 1.0) * 3)) - 1)
    if most > MOST_SLATS:
        raise FieldError(f"More than {MOST_SLATS} slats.", where="slat", remedy="Is the unit right?")
    best, fewest = wished, cut_by(wished, slat, joints)
    for count in range(least, most + 1):
        made = with_count(length, slat, count, ends)
        if made is None or not gap / 3 - NEAR <= made.gap <= max(gap, 1.0) * 3 + NEAR:
            continue
        cut = cut_by(made, slat, joints)
        if (cut, abs(made.gap - gap)) < (fewest, abs(best.gap - gap)):
            best, fewest = made, cut
    return best, fewest


def cut_by(made: Slats, slat: float, joints: Sequence[tuple[float, float]]) -> int:
    """Return how many joints cut into a slat: those that do not lie within a gap."""
    step = slat + made.gap
    cut = 0
    for low, high in joints:
        n = min(max(math.floor((low - made.first) / step + 1e-9), 0), made.count - 1)
        begins = made.first + n * step
        before = low >= begins + slat - 1e-6 or high <= begins + 1e-6  # beyond this slat, or before the first
        after = n + 1 >= made.count or high <= begins + step + 1e-6
        cut += not (before and after)
    return cut
