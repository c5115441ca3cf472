"""Trim as it is seen from the front: strips of light and shade, along a wall or over the fronts of a built-in."""

from __future__ import annotations

from collections.abc import Callable, Iterator

from narrow_cornice.derived.trimwork.trimmed import TrimmedRoom
from narrow_cornice.drawing.frames import Frame
from narrow_cornice.drawing.marks import Area, Mark, Strip
from narrow_cornice.job.paths import TrimPath
from narrow_cornice.trim.fitted import Fitted
from narrow_cornice.trim.kinds import TrimKind
from narrow_cornice.trim.profiles import Profile
from narrow_cornice.trim.runs import Run
from narrow_cornice.trim.shade import shade_strip


def run_strip(frame: Frame, run: Run, piece: Fitted, profile: Profile, tone: str, room: str) -> list[Mark]:
    """Return a run as its shade strip, with what it casts on the wall; a raking one rises with its ceiling."""
    strip = shade_strip(profile)
    (low0, low1), marks = run.low, list[Mark]()
    wide, tall = run.end - run.start, piece.top - piece.bottom
    bottom = min(piece.bottom - low0, piece.bottom - low1)
    if strip.cast > 0 and bottom > 0:
        cast = min(strip.cast, bottom)
        corners = [(run.start, piece.bottom - low0), (run.end, piece.bottom - low1)]
        corners += [(u, v - cast) for u, v in reversed(corners)]
        marks.append(Area(tuple(frame.at(u, v) for u, v in corners), "#2a27241c"))
    marks.append(
        Strip(
            frame.at(run.start, piece.top - low0),
            frame.step(wide, low0 - low1),
            frame.step(0, -tall),
            tone,
            strip.tones,
            TrimPath(room, run.kind),
        )
    )
    return marks


def over_fronts_marks(
    frame: Frame, trimmed: TrimmedRoom, run_id: str, tone: Callable[[TrimKind], str]
) -> Iterator[Mark]:
    """Yield the trim that goes on over the fronts of a built-in, ``frame`` being that of the wall it stands before."""
    for run in trimmed.runs:
        piece = trimmed.trim.of(run.kind)
        if run.over and run.around == run_id and run.end > run.start and piece.profile is not None:
            yield from run_strip(frame, run, piece, piece.profile, tone(run.kind), trimmed.room.id)
