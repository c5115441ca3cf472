"""A stencil or a transfer along a wall, its repeat solved so that it ends at the corners (W5)."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Any, NamedTuple

from narrow_cornice.derived.walled.below import face_of
from narrow_cornice.features.slats import slats_between
from narrow_cornice.job.finishes import Block
from narrow_cornice.job.model import Room, Settings
from narrow_cornice.survey.readings import Reading
from narrow_cornice.units.lengths import Length
from narrow_cornice.units.show import show_size

NEAR = 0.05  # mm


class RepeatChoice(NamedTuple):
    """A way to have whole repeats: its words, and what it changes of the stencil."""

    words: str
    fields: dict[str, Any]


def whole_repeats(length: float, repeat: float) -> tuple[int, float]:
    """Return how many whole repeats end at both ends of a length, and how wide each is then: the number whose repeat is
    nearest to the given one. A repeat is a slat without a gap, so it is solved as slats are."""
    made = slats_between(length, repeat / 2, repeat / 2, "half")
    return made.count, length / made.count


def repeat_choices(
    room: Room, block: Block, changed_rules: dict[str, float], settings: Settings
) -> Iterator[RepeatChoice]:
    """Yield the ways to have whole repeats: over the stencil as wide as it is, and from corner to corner of its
    wall."""
    face = face_of(room, block.wall, changed_rules)
    if block.repeat_wide is None or face is None:
        return
    wide, repeat = float(block.width.mm), float(block.repeat_wide.mm)
    if repeat > wide:
        return
    count, exact = whole_repeats(wide, repeat)
    if abs(exact - repeat) > NEAR:
        words = f"{count} whole repeats of {show_size(exact, settings)}"
        yield RepeatChoice(words, {"repeat_wide": _mm(exact)})
    if abs(face.length - wide) > 1.0:
        count, exact = whole_repeats(face.length, repeat)
        fields = {
            "place": Reading(face.length / 2, f"{face.length / 2:.1f}"),
            "width": _mm(face.length),
            "repeat_wide": _mm(exact),
        }
        yield RepeatChoice(f"From corner to corner: {count} of {show_size(exact, settings)}", fields)


def _mm(mm: float) -> Length:
    return Length(mm, f"{mm:.3f} mm")
