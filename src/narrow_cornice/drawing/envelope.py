"""A place for a built-in seen from the front, with how its walls are out of true drawn larger by a stated factor."""

from __future__ import annotations

from typing import Literal

from narrow_cornice.derived.measured.envelopes import Fit, fit_of
from narrow_cornice.drawing.marks import About, Area, Dimension, Drawing, Label, Mark, Pen, Point, Stroke, bounds_of
from narrow_cornice.job.as_built import as_built
from narrow_cornice.job.model import Room, Settings
from narrow_cornice.job.paths import RecessPath
from narrow_cornice.memo import by_identity
from narrow_cornice.survey.envelope import SURE
from narrow_cornice.units.show import bare_size
from narrow_cornice.units.told import said_in

EXAGGERATIONS = (1, 2, 5, 10, 20, 50, 100)
LARGEST_SHARE = 0.22  # of the width that a wall may be drawn off, which decides the exaggeration
CHAIN = 210.0
PLINTH = 160.0  # paper between the front and the view from above


def exaggeration(fit: Fit) -> int:
    """Return how many times larger the drawing shows what is out of true."""
    if fit.across is None or fit.width is None:
        return 1
    most = max(width + SURE * sigma for _, width, sigma in (*fit.across.back, *fit.across.front))
    off = max(0.5, (most - fit.width.value) / 2)
    return max((one for one in EXAGGERATIONS if one * off <= LARGEST_SHARE * fit.width.value), default=1)


@by_identity(times=1, each="drawing", of=as_built)
def envelope_drawing(room: Room, changed_rules: dict[str, float], settings: Settings, recess_id: str) -> Drawing:
    """Return the drawing of a place for a built-in, or an empty sheet that says what is missing."""
    recess = next((one for one in room.measured.recesses if one.id == recess_id), None)
    if recess is None:
        return Drawing("No place chosen", "Choose a place for a built-in.", (), (0.0, 0.0, 2000.0, 2000.0))
    fit = fit_of(room, recess, changed_rules)
    title = f"{recess.name[:60]}, the space there is"
    if fit.fault or fit.width is None or fit.height is None:
        return Drawing(title, said_in(fit.fault, settings), (), (0.0, 0.0, 2000.0, 2000.0))

    def shown(mm: float) -> str:
        return bare_size(mm, settings)

    wide, tall, depth = fit.width.value, fit.height.value, recess.depth.mm
    factor = exaggeration(fit)
    about = RecessPath(room.id, recess.id)
    marks: list[Mark] = []
    carcass = ((0.0, 0.0), (wide, 0.0), (wide, -tall), (0.0, -tall))
    marks.append(Area(carcass, "wood", about, Pen("ink", 1.4)))
    marks.append(Stroke(((-0.3 * wide, 0.0), (1.3 * wide, 0.0)), Pen("ink", 1.6)))
    if fit.upward is not None:
        top = -tall - (fit.upward.tight - tall) * factor
        marks.append(Stroke(((-0.3 * wide, top), (1.3 * wide, top)), Pen("ink", 1.6)))
    if fit.across is not None:
        marks += _walls(fit, wide, tall, factor)
        z, _ = fit.across.spot
        x = wide if fit.right else 0.0
        marks.append(Label((x + (130.0 if fit.right else -130.0), -z), "▲", 11, "rust", face="bold"))
        anchor: Literal["left", "right"] = "left" if fit.right else "right"
        high = -min(max(z, 0.05 * tall), 0.95 * tall)
        place = (x + (260.0 if fit.right else -260.0), high)
        marks.append(Label(place, f"tightest {said_in(fit.spot, settings)}", 9, "rust", anchor, face="bold"))
        marks += _from_above(fit, wide, depth, factor, about)
    marks.append(Dimension((0.0, 0.0), (wide, 0.0), -CHAIN, f"{shown(wide)} clear at 95 %", about, "verdigris"))
    reach = 0.3 * wide
    marks.append(
        Dimension((-reach, 0.0), (-reach, -tall), CHAIN * 0.6, f"{shown(tall)} clear at 95 %", about, "verdigris")
    )
    words = [f"out of true drawn {factor} times its size" if factor > 1 else "drawn true"]
    if fit.scribe is not None:
        words.append(f"scribe {shown(fit.scribe.value)} on each side with a wall")
    if fit.stands is not None:
        words.append(f"a carcass up to {shown(fit.stands.value)} can be stood up")
    left, top, right, bottom = bounds_of(marks, 150)
    return Drawing(title, " · ".join(words), tuple(marks), (left - 400.0, top, right + 900.0, bottom))  # room for words


def _walls(fit: Fit, wide: float, tall: float, factor: int) -> list[Mark]:
    """Return the walls at both ends: the estimate at the back firm, at the front dashed, with the band of doubt."""
    assert fit.across is not None
    share = 0.5 if fit.left and fit.right else 1.0
    highest = max(z for z, _, _ in fit.across.back)

    def line(rows: tuple[tuple[float, float, float], ...], way: int, sure: float) -> list[Point]:
        base = wide if way > 0 else 0.0
        return [
            (base + way * (width + sure * sigma - wide) * factor * share, -z / highest * tall)
            for z, width, sigma in rows
        ]

    marks: list[Mark] = []
    for way, there in ((-1, fit.left), (1, fit.right)):
        if not there:
            continue
        low, high = line(fit.across.back, way, -SURE), line(fit.across.back, way, SURE)
        marks.append(Area((*low, *reversed(high)), "#c08a2b30", None, None))
        marks.append(Stroke(tuple(line(fit.across.back, way, 0.0)), Pen("ink", 1.8)))
        marks.append(Stroke(tuple(line(fit.across.front, way, 0.0)), Pen("soft", 1.0, dashed=True)))
    return marks


def _from_above(fit: Fit, wide: float, depth: float, factor: int, about: About) -> list[Mark]:
    """Return the view from above, at the height where it is tightest: how the walls splay."""
    assert fit.across is not None
    z = fit.across.spot[0]

    def at(rows: tuple[tuple[float, float, float], ...]) -> float:
        return min(rows, key=lambda row: abs(row[0] - z))[1]

    share = 0.5 if fit.left and fit.right else 1.0
    top = CHAIN + PLINTH
    marks: list[Mark] = [
        Stroke(((-0.1 * wide, top), (1.1 * wide, top)), Pen("ink", 1.6)),
        Area(((0.0, top), (wide, top), (wide, top + depth), (0.0, top + depth)), "wood", about, Pen("ink", 1.0)),
        Label(
            (wide / 2, top + depth / 2), "from above, where it is tightest", 8.5, "line", face="slanted", within=wide
        ),
    ]
    for way, there in ((-1, fit.left), (1, fit.right)):
        if there:
            base = wide if way > 0 else 0.0
            ends = [
                base + way * (width - wide) * factor * share for width in (at(fit.across.back), at(fit.across.front))
            ]
            marks.append(Stroke(((ends[0], top), (ends[1], top + depth)), Pen("ink", 1.8)))
    return marks
