"""One built-in as a joiner draws it: cut level, cut upright, and one carcass taken apart; all dimensioned."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from itertools import pairwise

from narrow_cornice.casework.parts import FRAME, FRONT_KINDS, Part
from narrow_cornice.derived.built.before_walls import standing_of
from narrow_cornice.derived.built.fitted import Built, built_in_of
from narrow_cornice.derived.trimwork.trimmed import trimmed_room
from narrow_cornice.drawing.built import AROUND, FACE, FRAMES, SHELF, built_in_drawing, filled_drawing
from narrow_cornice.drawing.marks import About, Area, Dimension, Drawing, Label, Mark, Pen, Point, Stroke, bounds_of
from narrow_cornice.drawing.part_shapes import seen_from_above
from narrow_cornice.job.as_built import as_built
from narrow_cornice.job.brief import Person
from narrow_cornice.job.casework import BuiltIn
from narrow_cornice.job.model import Room, Settings
from narrow_cornice.job.paths import BayPath, BuiltInPath, CompartmentPath, TrimPath
from narrow_cornice.memo import by_identity
from narrow_cornice.units.show import bare_size
from narrow_cornice.units.told import said_in

CUT, BEYOND = Pen("line", 1.1), Pen("line", 0.5)
BACK_FILL = "#e8d9b4"
NEAR = (-0.42, 0.34)  # where what is a mm nearer is drawn, across and down
APART = {"side": 170.0, "top": 150.0, "bottom": 150.0, "back": 260.0}
FRONT_APART = 330.0
CHAIN = 110.0


def _fill(part: Part) -> str:
    if part.kind in FRONT_KINDS:
        return FACE[part.face]
    return {**SHELF, **AROUND, **FRAMES, "back": BACK_FILL, "drawer front": FACE["plain"]}.get(part.kind, BACK_FILL)


def _about(room: Room, run: BuiltIn, part: Part) -> About:
    if part.compartment:
        return CompartmentPath(room.id, run.id, part.bay, part.compartment)
    return BayPath(room.id, run.id, part.bay) if part.bay else BuiltInPath(room.id, run.id)


def _unfit(run: BuiltIn, built: Built, what: str, settings: Settings) -> Drawing:
    return Drawing(f"{run.name[:60]}, {what}", said_in(built.fault, settings), (), (0, 0, 100, 100))


@by_identity(times=1, each="drawing", of=as_built)
def plan_of_run(room: Room, run: BuiltIn, changed_rules: dict[str, float], settings: Settings) -> Drawing:
    """Return a run cut level, half way up its highest row: the wall above, the front below."""
    built = built_in_of(room, run, changed_rules)
    made = built.run
    if built.fault or built.fit is None or built.fit.width is None:
        return _unfit(run, built, "plan", settings)
    low, high = made.levels[-1]
    at = low + (high - low) * 0.47
    wide, deep = built.fit.width.value, built.fit.recess.depth.mm

    def outline(part: Part) -> tuple[Point, ...]:
        return seen_from_above(part, made.begin)

    lying = ("bottom", "shelf", "fixed shelf", "end shelf")
    below = [part for part in made.parts if part.kind in lying and part.box[2] < at]
    through = [part for part in made.parts if part.box[2] <= at <= part.box[2] + part.box[5]]
    marks: list[Mark] = [Stroke(((-200.0, 0.0), (wide + 200.0, 0.0)), Pen("ink", 1.6))]
    for there, x in ((built.fit.left, 0.0), (built.fit.right, wide)):
        if there:
            marks.append(Stroke(((x, 0.0), (x, deep + 120.0)), Pen("ink", 1.6)))
    marks += [Area(outline(part), "#f2e7cf", _about(room, run, part), BEYOND) for part in below]
    marks += [Area(outline(part), _fill(part), _about(room, run, part), CUT) for part in through]
    row = [bay for bay in made.bays if bay.low <= at <= bay.high]
    for bay in row:
        ends = ((bay.x, deep), (bay.x + bay.width, deep))
        about = BayPath(room.id, run.id, bay.bay.id, size="width")
        marks.append(Dimension(*ends, -CHAIN, bare_size(bay.width, settings), about, "verdigris"))
    marks.append(
        Dimension((0.0, deep), (wide, deep), -2 * CHAIN, bare_size(wide, settings), BuiltInPath(room.id, run.id))
    )
    marks.append(Dimension((0.0, 0.0), (0.0, deep), -CHAIN, bare_size(deep, settings), BuiltInPath(room.id, run.id)))
    inside = row[0].depth if row else 0.0
    words = f"cut {bare_size(at, settings)} over the floor · {bare_size(inside, settings)} deep inside"
    return Drawing(f"{run.name[:60]}, plan", words, tuple(marks), bounds_of(marks, 90))


@by_identity(times=1, each="drawing", of=as_built)
def section_of_run(
    room: Room, run: BuiltIn, bay_id: str, changed_rules: dict[str, float], settings: Settings
) -> Drawing:
    """Return a run cut upright through a bay, the first where none is named: the wall at the left, the front right."""
    built = built_in_of(room, run, changed_rules)
    made = built.run
    if built.fault or built.fit is None or built.fit.height is None:
        return _unfit(run, built, "section", settings)
    bay = next((one for one in made.bays if one.bay.id == bay_id), made.bays[0])
    x, tall = bay.x + bay.width * 0.31, built.fit.height.value
    deep = built.fit.recess.depth.mm

    def outline(part: Part) -> tuple[Point, ...]:
        _, y, z, _, depth, height = part.box
        return ((y, -z), (y + depth, -z), (y + depth, -z - height), (y, -z - height))

    through = [part for part in made.parts if part.box[0] <= x <= part.box[0] + part.box[3]]
    beyond = [part for part in made.parts if part.kind in ("side", "divider") and part.box[0] > x][:4]
    marks: list[Mark] = [
        Stroke(((0.0, 0.0), (0.0, -tall)), Pen("ink", 1.6)),
        Stroke(((-120.0, 0.0), (deep + 420.0, 0.0)), Pen("ink", 1.6)),
        Stroke(((-120.0, -tall), (deep + 420.0, -tall)), Pen("ink", 1.2)),
    ]
    marks += [Area(outline(part), "#f2e7cf", _about(room, run, part), BEYOND) for part in beyond]
    marks += [Area(outline(part), _fill(part), _about(room, run, part), CUT) for part in through]
    marks += _trim_before(room, run, x, changed_rules)
    levels = sorted(
        {0.0, made.floor, made.over}
        | {part.box[2] for part in through if part.kind in ("shelf", "fixed shelf", "bottom", "top")}
        | {part.box[2] + part.box[5] for part in through if part.kind in ("shelf", "fixed shelf", "bottom", "top")}
    )
    for low, high in pairwise(levels):
        if high - low > 30.0:  # thicknesses are said once, below
            ends = ((deep, -low), (deep, -high))
            marks.append(
                Dimension(*ends, -CHAIN, bare_size(high - low, settings), None, "verdigris", beside=high - low < 150)
            )
    whole = Dimension((deep, 0.0), (deep, -made.over), -2.4 * CHAIN, bare_size(made.over, settings), None)
    across = Dimension((0.0, 0.0), (made.depth, 0.0), -CHAIN, bare_size(made.depth, settings), None)
    number = [one.id for one in run.bays].index(bay.bay.id) + 1
    said = f"cut through bay {number} · {bare_size(bay.depth, settings)} deep inside"
    marks += [whole, across]
    return Drawing(f"{run.name[:60]}, section", said, tuple(marks), bounds_of(marks, 90))


def _trim_before(room: Room, run: BuiltIn, x: float, changed_rules: dict[str, float]) -> Iterator[Mark]:
    """Yield the sections of the trim that goes on over the fronts of a run, where it is cut through."""
    trimmed = trimmed_room(room, changed_rules) if run.over_fronts else None
    found = standing_of(room, run.id, changed_rules)
    if trimmed is None or found is None:
        return
    _, one = found
    faces = [part for part in one.built.run.parts if part.box[0] <= x <= part.box[0] + part.box[3]]
    for piece in trimmed.runs:
        profile = trimmed.trim.of(piece.kind).profile
        if not piece.over or piece.around != run.id or profile is None or piece.lies is None:
            continue
        low, high = piece.lies
        behind = [part.box[1] + part.box[4] for part in faces if part.box[2] < high and part.box[2] + part.box[5] > low]
        if piece.start - one.left <= x <= piece.end - one.left and behind:
            out = max(behind)
            section = [(out + z, -low - y) for z, y in profile.outline.polyline()]
            yield Area(((out, -low), *section, (out, -high)), SHELF["shelf"], TrimPath(room.id, piece.kind), CUT)


@by_identity(times=1, each="drawing", of=as_built)
def exploded_carcass(
    room: Room, run: BuiltIn, number: int, changed_rules: dict[str, float], settings: Settings
) -> Drawing:
    """Return a carcass by its number taken apart: each part moved off to where it comes from, and named with the size
    it is cut to."""
    built = built_in_of(room, run, changed_rules)
    made = built.run
    if built.fault:
        return _unfit(run, built, "taken apart", settings)
    # What lies on ledgers has no carcass: all of it is taken apart.
    parts = [part for part in made.parts if part.carcass == number or run.on_ledgers]
    if not parts:
        return _unfit(run, built, "taken apart", settings)
    left = min(part.box[0] for part in parts)
    right = max(part.box[0] + part.box[3] for part in parts)
    moved = sorted(((_moved(part, left, right), part) for part in parts), key=_far_first)
    marks: list[Mark] = []
    for box, part in moved:
        marks += _solid(box, _fill(part), _about(room, run, part))
    named: set[tuple[object, ...]] = set()
    for box, part in moved:
        key = (part.kind, round(part.length, 1), round(part.width, 1))
        if key in named or part.kind in ("drawer side", "drawer end"):
            continue  # of a drawer its bottom is named
        named.add(key)
        many = sum((one.kind, round(one.length, 1), round(one.width, 1)) == key for one in parts)
        size = f"{bare_size(part.length, settings)} × {bare_size(part.width, settings)}"
        words = f"{many} × {part.kind}, {size}" if many > 1 else f"{part.kind}, {size}"
        x, y, z, wide, deep, tall = box
        marks.append(Label(_seen(x + wide / 2, y + deep, z + tall / 2), words, 7.5, "ink", patch=True))
    many = len({part.carcass for part in made.parts if part.carcass >= 0})
    said = f"carcass {number + 1} of {many} · sizes as they are cut" if many else "sizes as they are cut"
    return Drawing(f"{run.name[:60]}, taken apart", said, tuple(marks), bounds_of(marks, 90))


def carcass_of(room: Room, run: BuiltIn, about: About, changed_rules: dict[str, float]) -> int:
    """Return the number of the carcass that a bay or a compartment of a run is in, the first for anything else."""
    bays = built_in_of(room, run, changed_rules).run.bays
    for one in bays:
        if one.carcass < 0:
            continue
        if isinstance(about, CompartmentPath) and one.bay.id == about.bay:
            if any(clear.compartment.id == about.id for clear in one.compartments):
                return one.carcass
        elif isinstance(about, BayPath) and one.bay.id == about.id:
            return one.carcass
    return 0


def _far_first(one: tuple[Sequence[float], Part]) -> tuple[float, float, float]:
    x, y, z = one[0][:3]
    return y, x, z


def _moved(part: Part, left: float, right: float) -> tuple[float, float, float, float, float, float]:
    """Return the box of a part where it stands when the carcass is taken apart."""
    x, y, z, wide, deep, tall = part.box
    if part.kind == "side":
        x += -APART["side"] if x - left < right - x else APART["side"]
    elif part.kind in ("top", "worktop"):
        z += APART["top"]
    elif part.kind == "gable":
        x += -APART["side"] if x - left < right - x else APART["side"]
    elif part.kind == "bottom":
        z -= APART["bottom"]
    elif part.kind == "back":
        y -= APART["back"]
    elif part.kind in FRONT_KINDS:
        y += 2.6 * FRONT_APART
    elif part.kind in FRAME:
        y += 1.7 * FRONT_APART
    elif part.kind in ("drawer side", "drawer end", "drawer bottom"):
        y += 1.2 * FRONT_APART
    elif part.kind in ("shelf", "fixed shelf", "lipping", "rail", "partition"):
        y += 0.25 * FRONT_APART
    return (x, y, z, wide, deep, tall)


def _seen(x: float, y: float, z: float) -> Point:
    return (x + NEAR[0] * y, -z + NEAR[1] * y)


def _solid(box: Sequence[float], fill: str, about: About) -> list[Mark]:
    """Return the faces of a box that are seen: its front, its top and its right side."""
    x, y, z, wide, deep, tall = box
    front, high, far = y + deep, z + tall, x + wide
    pen = Pen("line", 0.6)
    faces = (
        ((x, y, high), (far, y, high), (far, front, high), (x, front, high)),
        ((far, y, z), (far, front, z), (far, front, high), (far, y, high)),
        ((x, front, z), (far, front, z), (far, front, high), (x, front, high)),
    )
    return [
        Area(tuple(_seen(*corner) for corner in face), shade, about, pen)
        for face, shade in zip(faces, (_lit(fill, 1.04), _lit(fill, 0.86), fill), strict=True)
    ]


def _lit(fill: str, share: float) -> str:
    """Return a colour lighter or darker."""
    parts = (min(255, round(int(fill[at : at + 2], 16) * share)) for at in (1, 3, 5))
    return "#" + "".join(f"{one:02x}" for one in parts)


def drawings_of_run(
    room: Room, run: BuiltIn, people: tuple[Person, ...], changed_rules: dict[str, float], settings: Settings
) -> tuple[Drawing, ...]:
    """Return the drawings that a joiner needs of a run: from the front with its fronts and without, filled where
    something is kept, level, upright through each bay that is one of its own, and each carcass taken apart."""
    built = built_in_of(room, run, changed_rules)
    if built.fault:
        return (built_in_drawing(room, changed_rules, settings, True),)
    made = [built_in_drawing(room, changed_rules, settings, fronts) for fronts in (True, False)]
    if room.casework.contents:
        made.append(filled_drawing(room, people, changed_rules, settings))
    made.append(plan_of_run(room, run, changed_rules, settings))
    leaders = [bay.id for bay in run.bays if not bay.like]
    made += [section_of_run(room, run, bay, changed_rules, settings) for bay in leaders]
    carcasses = sorted({one.carcass for one in built.run.bays if one.carcass >= 0})
    made += [exploded_carcass(room, run, number, changed_rules, settings) for number in carcasses]
    return tuple(made)
