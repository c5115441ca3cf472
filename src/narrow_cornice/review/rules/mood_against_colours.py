"""The colours chosen speak against a mood word of the brief (B2; small or dark rooms: the mood words decide)."""

from __future__ import annotations

import math
from collections.abc import Callable, Iterator, Sequence

from msgspec.structs import replace

from narrow_cornice.colour.tones import lab, light_reflectance
from narrow_cornice.derived.coated.coatings import Coated
from narrow_cornice.job.edits.finish_edits import change_finish
from narrow_cornice.job.history import Edit
from narrow_cornice.job.paths import SurfacePath
from narrow_cornice.job.styles import Measure, Mood, moods
from narrow_cornice.review.finding import Finding, RoomSeen
from narrow_cornice.review.rules.permission_missing import WALLS

SEEN_AT_ALL = 0.5  # m²: a colour on less of a room does not make its mood


def look(seen: RoomSeen) -> Iterator[Finding]:
    """Measure the room's colours by what each of its mood words asks for."""
    coloured = [one for one in seen.coated if one.colour is not None and one.surface.net.value > 0]
    if not any(one.surface.group in WALLS[:2] for one in coloured):
        return
    for word in (one.key for one in seen.room.brief.moods or seen.house.moods):
        mood = moods().get(word)
        if mood is None or mood.measure is None:
            continue
        value = MEASURES[mood.measure](coloured)
        side = _asks(mood, value)
        if not side:
            continue
        yield Finding(
            key=f"mood against colours:{seen.room.id}:{word}",
            grade="worth a thought",
            room_id=seen.room.id,
            room=seen.room.name,
            where="colours",
            says=f"The room is to feel {word}, and {mood.measure} speaks against it",
            many="Colours speak against the mood of their room: {n} places",
            measured=f"{mood.measure} {value:.0f}, where {word} asks for {side}",
            rule=f"{word[:1].upper()}{word[1:]}: {mood.words} (styles table).",
            risk="The client asked for a feeling, and gets a colour.",
            about=SurfacePath.by_key(
                seen.room.id, next(one.surface.key for one in coloured if one.surface.group in WALLS[:2])
            ),
            fixes=tuple(_fixes(seen, mood, coloured)),
        )


def _fixes(seen: RoomSeen, mood: Mood, coloured: Sequence[Coated]) -> Iterator[Edit]:
    """Yield the change of the walls to the colour of the job that gives the room what the mood asks for, the nearest to
    what they have."""
    assert mood.measure is not None
    measure = MEASURES[mood.measure]
    walls = [one for one in coloured if one.surface.group in WALLS[:2]]
    there = lab(max(walls, key=lambda one: one.surface.net.value).colour.hex)  # type: ignore[union-attr]
    mine = {one.surface.key for one in walls}
    # Nearest by distance in CIE L*a*b*: at every edit, and the finer difference would choose hardly another.
    painted = (one for one in seen.colours if one.of == "paint")
    for colour in sorted(painted, key=lambda one: math.dist(lab(one.hex), there)):
        repainted = [replace(one, colour=colour) if one.surface.key in mine else one for one in coloured]
        if not _asks(mood, measure(repainted)):
            groups = list(dict.fromkeys(one.surface.group for one in walls))
            edit = change_finish([seen.room.id], groups, "", colour=colour.id)
            yield replace(edit, title=f"Walls in {colour.name[:30]}")
            return


def _asks(mood: Mood, value: float) -> str:
    """Return what a mood asks for where a measure is outside it, else nothing."""
    if mood.least is not None and value < mood.least:
        return f"{mood.least:g} or more"
    if mood.most is not None and value > mood.most:
        return f"{mood.most:g} or less"
    return ""


def _mean(of: Callable[[str], float], surfaces: Sequence[Coated]) -> float:
    """Return the mean by area of something of the colours."""
    areas = sum(one.surface.net.value for one in surfaces)
    return sum(of(one.colour.hex) * one.surface.net.value for one in surfaces if one.colour) / areas


def _walls(coloured: Sequence[Coated]) -> float:
    return _mean(light_reflectance, [one for one in coloured if one.surface.group in (*WALLS[:2], "frieze")])


def _large(coloured: Sequence[Coated]) -> list[str]:
    areas: dict[str, float] = {}
    for one in coloured:
        if one.colour is not None:
            areas[one.colour.hex] = areas.get(one.colour.hex, 0.0) + one.surface.net.value
    return [tone for tone, area in areas.items() if area >= SEEN_AT_ALL] or list(areas)


def _contrast(coloured: Sequence[Coated]) -> float:
    lightnesses = [lab(tone)[0] for tone in _large(coloured)]
    return max(lightnesses) - min(lightnesses)


def _strongest(coloured: Sequence[Coated]) -> float:
    return max(math.hypot(*lab(tone)[1:]) for tone in _large(coloured))


MEASURES: dict[Measure, Callable[[Sequence[Coated]], float]] = {
    "the light the walls give back": _walls,
    "the contrast of its colours": _contrast,
    "the warmth of its colours": lambda coloured: _mean(lambda tone: lab(tone)[2], coloured),
    "the strength of its colours": _strongest,
}
