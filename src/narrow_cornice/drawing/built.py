"""A built-in seen from the front: its carcasses in their place, with the fronts on or off, and dimensioned."""

from __future__ import annotations

import math
from functools import cached_property
from itertools import pairwise

from narrow_cornice.casework.filling import Reach
from narrow_cornice.casework.parts import FRAME, FRONT_KINDS, Part
from narrow_cornice.derived.built.before_walls import standing_of
from narrow_cornice.derived.built.contents import RoomFilling, filling_of, metres_before, reach_of, things_of
from narrow_cornice.derived.built.cut_outs import CutOut, cut_outs_of
from narrow_cornice.derived.built.fitted import Built, built_in_of
from narrow_cornice.derived.built.shelves import BayShelves, shelves_of
from narrow_cornice.derived.trimwork.trimmed import trimmed_room
from narrow_cornice.drawing.built_contents import contents_marks
from narrow_cornice.drawing.frames import Frame
from narrow_cornice.drawing.marks import Area, Dimension, Drawing, Label, Mark, Pen, Point, Stroke, bounds_of
from narrow_cornice.drawing.part_shapes import seen_from_the_front
from narrow_cornice.drawing.trim_strips import over_fronts_marks
from narrow_cornice.job.as_built import as_built
from narrow_cornice.job.brief import Person
from narrow_cornice.job.model import Room, Settings
from narrow_cornice.job.paths import BayPath, BuiltInPath, CompartmentPath, KeptPath
from narrow_cornice.memo import by_identity
from narrow_cornice.units.show import bare_size, show_quantity
from narrow_cornice.units.told import said_in

CHAIN = 170.0
REACH = 260.0  # mm of wall and floor drawn beyond the place
APART = 900.0  # between two built-ins on the drawing
HANDLE = 130.0  # mm long as drawn
FROM_EDGE, HANDLE_LINE, TALL_DOOR = 60.0, 1050.0, 1300.0
INSIDE = "#f2e7cf"
SHELF = {
    "shelf": "#d9c394",
    "fixed shelf": "#d0b77f",
    "partition": "#d0b77f",
    "lipping": "#c39a5b",
    "rail": "#8f8b80",
    "ledger": "#d0b77f",
    "drawer side": "#cdb78a",
    "drawer end": "#e3d2a8",
}
AROUND = {
    **dict.fromkeys(("end back", "end shelf"), "#d9c394"),
    **dict.fromkeys(("plinth", "filler", "top filler"), "#e5d7b8"),
    **dict.fromkeys(("side", "divider", "bottom", "top", "gable"), "#dcc9a0"),
    "worktop": "#c9b083",
}
FRAMES: dict[str, str] = dict.fromkeys(FRAME, "#dfcda4")
FACE = {"plain": "#e9e2d0", "mirror": "#d5dfe0", "glass": "#e3ecea", "slatted": "#e4d9bd"}
THIN = Pen("#2a272499", 0.4)
SLAT = 45.0  # mm from slat to slat as drawn


@by_identity(times=2, each="room", of=as_built)
def built_in_drawing(room: Room, changed_rules: dict[str, float], settings: Settings, fronts: bool) -> Drawing:
    """Return the built-ins of a room side by side, as they follow one another along its walls, with their ``fronts`` on
    or as if they were open; those that do not fit are said in words."""
    marks, said = _side_by_side(room, changed_rules, settings, fronts, None)
    said.append("fronts on" if fronts else "fronts drawn as if open")
    return _sheet(f"{room.name[:60]}, built-ins", said, marks)


@by_identity(times=1, each="drawing", of=as_built)
def filled_drawing(
    room: Room, people: tuple[Person, ...], changed_rules: dict[str, float], settings: Settings
) -> Drawing:
    """Return the built-ins of a room with what is kept in them, beside how high people reach."""
    found = filling_of(room, people, changed_rules)
    marks, said = _side_by_side(room, changed_rules, settings, False, found)
    wanted = sum(one.count for one in room.casework.contents)
    kept = sum(put.count for put in found.filling.put)
    metres = [f"{_run(found.filling.shelf_metres, settings)} of shelf"]
    before, rail_before = metres_before(room.casework)
    if before is not None:
        metres.append(f"{_run(before, settings)} before")
    if found.filling.rail_metres:
        metres.append(f"{_run(found.filling.rail_metres, settings)} of rail")
    if rail_before is not None:
        metres.append(f"{_run(rail_before, settings)} before")
    said = [f"{kept} of {wanted} things", ", ".join(metres), f"{found.filling.litres:.0f} litres", *said]
    if marks:
        marks = [*marks, *_reach(reach_of(people), settings)]
    return _sheet(f"{room.name[:60]}: what goes where", said, marks)


def _sheet(title: str, said: list[str], marks: list[Mark]) -> Drawing:
    box = bounds_of(marks, 90) if marks else (0.0, 0.0, 2000.0, 2400.0)
    return Drawing(title, " · ".join(said), tuple(marks), box)


def _side_by_side(
    room: Room, changed_rules: dict[str, float], settings: Settings, fronts: bool, found: RoomFilling | None
) -> tuple[list[Mark], list[str]]:
    """Return the marks of a room's built-ins, and what is to be said of them."""
    order = {wall.id: number for number, wall in enumerate(room.measured.walls)}
    places = {one.id: order.get(one.wall, 0) for one in room.measured.recesses}
    runs = sorted(room.casework.built_ins, key=lambda run: -places.get(run.place, 0))  # seen from inside: to the right
    things = {one.id: (one.kind, things_of(one), KeptPath(room.id, one.id)) for one in room.casework.contents}
    marks: list[Mark] = []
    said, x = [], 0.0
    for run in runs:
        built = built_in_of(room, run, changed_rules)
        if built.fault or built.fit is None or built.fit.width is None or built.fit.height is None:
            said.append(f"{run.name[:40]}: {said_in(built.fault, settings)}")
            continue
        holes = cut_outs_of(room, run, changed_rules)
        said += [_cut_words(hole, settings) for hole in holes]
        front = _Front(room, built, settings, x, holes)
        over = _trim_over(room, run.id, x, changed_rules) if fronts and run.over_fronts else []
        kept = []
        if found is not None:
            mine = tuple(number for number, of in enumerate(found.runs) if of == run.id)
            kept = contents_marks(x, found.filling, mine, things)
        marks += front.marks(shelves_of(room, run, changed_rules), fronts, kept, over)
        x += built.fit.width.value + APART
    if len({len(built_in_of(room, run, changed_rules).run.levels) for run in runs} - {0, 1}):
        said.append("in rows, since a sheet is shorter than the wall is high")
    return marks, said


def _trim_over(room: Room, run_id: str, x: float, changed_rules: dict[str, float]) -> list[Mark]:
    """Return the trim that goes on over a run whose left end is drawn at ``x``."""
    trimmed = trimmed_room(room, changed_rules)
    found = standing_of(room, run_id, changed_rules)
    if trimmed is None or found is None:
        return []
    frame = Frame((x - found[1].left, 0.0), (1.0, 0.0), (0.0, -1.0))
    return list(over_fronts_marks(frame, trimmed, run_id, lambda _: FACE["plain"]))


def _run(metres: float, settings: Settings) -> str:
    return show_quantity(metres * 1000.0, "run", settings)


def _cut_words(hole: CutOut, settings: Settings) -> str:
    x, z, right, top = hole.rect
    return f"cut through for {hole.name[:40]}, {bare_size(right - x, settings)} × {bare_size(top - z, settings)}"


def _bend(one: tuple[float, float], two: tuple[float, float], three: tuple[float, float]) -> float:
    """Return how far the middle one of three points lies off the line through the others, in mm upwards."""
    (x, z), (u, w), (p, q) = one, two, three
    return w - (z + (q - z) * (u - x) / (p - x)) if p > x else 0.0


def _reach(reach: Reach, settings: Settings) -> list[Mark]:
    """Return how high people reach, beside the first built-in: the daily zone between knee and eye, and the highest."""
    x = -REACH - 240.0
    band = ((x, -reach.knee), (x + 70.0, -reach.knee), (x + 70.0, -reach.eye), (x, -reach.eye))
    marks: list[Mark] = [
        Area(band, "#d9e6df"),
        Stroke(((x + 70.0, 0.0), (x + 70.0, -reach.most)), Pen("soft", 0.6)),
        Label((x + 10.0, -(reach.knee + reach.eye) / 2), "daily", 8, "verdigris", "right"),
    ]
    for z in (reach.knee, reach.eye, reach.most):
        marks.append(Stroke(((x + 45.0, -z), (x + 95.0, -z)), Pen("soft", 0.8)))
        marks.append(Label((x - 10.0, -z - 30.0), bare_size(z, settings), 7, "soft", "right"))
    return marks


class _Front:
    """One built-in on a drawing of several, its left end at ``x``."""

    def __init__(
        self,
        room: Room,
        built: Built,
        settings: Settings,
        x: float,
        holes: tuple[CutOut, ...],
    ) -> None:
        self.holes = holes
        assert built.fit is not None
        assert built.fit.width is not None
        assert built.fit.height is not None
        self.room, self.built, self.settings, self.x = room, built, settings, x
        self.wide, self.tall = built.fit.width.value, built.fit.height.value
        assert built.space is not None
        self.space = built.space
        if self.space.along:
            self.tall = max(z for _, z in self.space.along)
        self.about = BuiltInPath(room.id, built.built_in.id)

    def marks(self, shelves: tuple[BayShelves, ...], fronts: bool, kept: list[Mark], over: list[Mark]) -> list[Mark]:
        """Return everything of it, from the wall to the front, with what is ``kept`` in it and what lies ``over`` its
        fronts."""
        weak = {bay.there.bay.id for bay in shelves if not bay.sag.holds}
        marks = [*self._place(), *self._carcasses(), *self._shelves(weak), *kept, *([] if fronts else self._holes())]
        for part in self.built.run.parts:
            if part.kind in FRAMES:
                marks.append(Area(self._face(part), FRAMES[part.kind], self._of(part), Pen("line", 0.7)))
        for part in self.built.run.parts:
            if part.kind in FRONT_KINDS:
                marks += self._front(part) if fronts else self._as_if_open(part, crossed=not kept)
        return [
            *marks,
            *over,
            *self._chains(),
            Label(
                self._at(self.wide / 2, self.tall + 130.0),
                self.built.built_in.name[:40],
                10,
                "ink",
                face="name",
                about=self.about,
            ),
        ]

    def _at(self, x: float, z: float) -> Point:
        return (self.x + x, -z)

    def _face(self, part: Part) -> tuple[Point, ...]:
        return tuple(self._at(x, z) for x, z in seen_from_the_front(part))

    def _bay(self, bay: str, size: str = "") -> BayPath:
        return BayPath(self.room.id, self.built.built_in.id, bay, size=size)

    def _of(self, part: Part) -> BayPath | CompartmentPath | BuiltInPath:
        """Return what a part belongs to: its compartment, its bay or its run."""
        if part.compartment:
            return CompartmentPath(self.room.id, self.built.built_in.id, part.bay, part.compartment)
        return self._bay(part.bay) if part.bay else self.about

    def _place(self) -> list[Mark]:
        """Return the floor, the ceiling and the walls at its ends."""
        fit, wide, tall = self.built.fit, self.wide, self.tall
        assert fit is not None
        marks: list[Mark] = [
            Stroke((self._at(-REACH, 0.0), self._at(wide + REACH, 0.0)), Pen("ink", 1.6)),
        ]
        if fit.along:
            marks.append(Stroke(tuple(self._at(x, z) for x, z in self._sloped()), Pen("ink", 1.2)))
        else:
            marks.append(Stroke((self._at(-REACH, tall), self._at(wide + REACH, tall)), Pen("ink", 1.2)))
        for there, x in ((fit.left, 0.0), (fit.right, wide)):
            if there:
                high = self.space.clear(x, x) if fit.along else tall
                marks.append(Stroke((self._at(x, 0.0), self._at(x, high)), Pen("ink", 1.6)))
        return marks

    def _sloped(self) -> list[tuple[float, float]]:
        """Return the ceiling over the run where it slopes, corner by corner."""
        made: list[tuple[float, float]] = []
        for x, z in self.space.along:  # only where it turns: a straight slope is two points
            while len(made) > 1 and abs(_bend(made[-2], made[-1], (x, z))) < 1.0:
                made.pop()
            made.append((x, z))
        return made

    def _carcasses(self) -> list[Mark]:
        """Return backs first, then what stands before them."""
        parts = self.built.run.parts
        marks: list[Mark] = [Area(self._face(part), INSIDE, self.about) for part in parts if part.kind == "back"]
        for part in parts:
            if part.kind in AROUND:
                marks.append(Area(self._face(part), AROUND[part.kind], self.about, Pen("line", 0.7)))
        return marks

    def _holes(self) -> list[Mark]:
        """Return what is cut out for things on the wall behind."""
        marks: list[Mark] = []
        for hole in self.holes:
            x, z, right, top = hole.rect
            corners = ((x, z), (right, z), (right, top), (x, top))
            marks.append(Area(tuple(self._at(*one) for one in corners), "paper", self.about, Pen("rust", 1.0)))
        return marks

    def _shelves(self, weak: set[str]) -> list[Mark]:
        """Return the openings of the bays, and their shelves, those that sag too far in red."""
        marks: list[Mark] = []
        for there in self.built.run.bays:
            x, wide = there.x, there.width
            for clear in there.compartments:
                about = CompartmentPath(self.room.id, self.built.built_in.id, there.bay.id, clear.compartment.id)
                corners = ((x, clear.low), (x + wide, clear.low), (x + wide, clear.high), (x, clear.high))
                fill = INSIDE if there.carcass >= 0 else "paper"
                marks.append(Area(tuple(self._at(*one) for one in corners), fill, about))
        for part in self.built.run.parts:
            if part.kind in SHELF:
                sags = part.kind in ("shelf", "fixed shelf") and part.bay in weak
                pen = Pen("rust", 1.2) if sags else Pen("line", 0.6)
                marks.append(Area(self._face(part), SHELF[part.kind], self._of(part), pen))
        return marks

    def _front(self, part: Part) -> list[Mark]:
        """Return a door or a drawer front with its handle."""
        x, _, z, wide, _, tall = part.box
        about = self._of(part)
        marks: list[Mark] = [Area(self._face(part), FACE[part.face], about, Pen("line", 0.9))]
        marks += self._on_the_face(part)
        if part.kind == "panel":  # it does not open
            return marks
        middle, up = x + wide / 2, z + tall / 2
        if part.kind in ("drawer front", "flap"):
            if part.kind == "flap":  # near the edge that opens
                up = z + tall - FROM_EDGE
            ends = (self._at(middle - HANDLE / 2, up), self._at(middle + HANDLE / 2, up))
            return [*marks, Stroke(ends, Pen("line", 1.6))]
        if part.kind == "bifold leaf" and self._leaves(part).index(part.box[0]) % 2 == 0:
            return marks  # one handle a pair
        usual = z + tall - FROM_EDGE - HANDLE  # of low doors near the top, of tall ones at one line in reach
        at = usual if z + tall < TALL_DOOR else max(z + FROM_EDGE, min(HANDLE_LINE, usual))
        at_left = self._opens_left(part) != (part.kind == "sliding door")  # sliding ones are drawn apart
        edge = x + FROM_EDGE if at_left else x + wide - FROM_EDGE
        return [*marks, Stroke((self._at(edge, at), self._at(edge, at + HANDLE)), Pen("line", 1.6))]

    def _on_the_face(self, part: Part) -> list[Mark]:
        """Return what is on the face of a front: slats, or the light on a mirror or a pane."""
        x, _, z, wide, _, tall = part.box
        if part.face == "slatted":
            # Counted from the begin of the run, so that they go on from one front to the next.
            begin = self.built.run.begin
            first, last = math.ceil((x + 30.0 - begin) / SLAT), math.floor((x + wide - 30.0 - begin) / SLAT)
            places = (begin + number * SLAT for number in range(first, last + 1))
            return [Stroke((self._at(at, z + 30.0), self._at(at, z + tall - 30.0)), THIN) for at in places]
        if part.face in ("mirror", "glass"):
            reach = min(wide, tall) * 0.45
            shine = ((x + wide * 0.2, z + tall * 0.55), (x + wide * 0.2 + reach, z + tall * 0.55 + reach))
            marks: list[Mark] = [Stroke(tuple(self._at(*one) for one in shine), THIN)]
            if part.face == "glass":
                inset = (
                    (x + 60, z + 60),
                    (x + wide - 60, z + 60),
                    (x + wide - 60, z + tall - 60),
                    (x + 60, z + tall - 60),
                )
                marks.append(Stroke(tuple(self._at(*one) for one in inset), THIN, closed=True))
            return marks
        return []

    def _leaves(self, part: Part) -> list[float]:
        """Return where the leaves of the opening that a front closes begin, from the left."""
        of = (part.kind, part.bay, part.carcass, part.compartment)
        parts = self.built.run.parts
        return sorted(one.box[0] for one in parts if (one.kind, one.bay, one.carcass, one.compartment) == of)

    def _opens_left(self, part: Part) -> bool:
        """Return whether a door has its handle at its left: the right one of two, one that is hung
        on its right."""
        leaves = self._leaves(part)
        if len(leaves) == 1 and part.kind == "door":
            return part in self._hung_right
        return len(leaves) > 1 and part.box[0] == leaves[-1]

    @cached_property
    def _hung_right(self) -> frozenset[Part]:
        """Return the doors that are hung on their right side."""
        right = {
            (bay.carcass, clear.compartment.id)
            for bay in self.built.run.bays
            for clear in bay.compartments
            if clear.compartment.hinge == "right"
        }
        doors = (part for part in self.built.run.parts if part.kind == "door")
        return frozenset(part for part in doors if (part.carcass, part.compartment) in right)

    def _as_if_open(self, part: Part, *, crossed: bool) -> list[Mark]:
        """Return where a front would be: its outline and its diagonals, dashed."""
        one, two, three, four = self._face(part)
        pen, about = Pen("#2a272499", 0.5, dashed=True), self._of(part)
        outline = Stroke((one, two, three, four), pen, closed=True, about=about)
        if not crossed:
            return [outline]
        return [outline, Stroke((one, three), pen, about=about), Stroke((two, four), pen, about=about)]

    def _chains(self) -> list[Mark]:
        """Return the dimensions: bays below, the whole width below them, the rows at the left, the height beyond."""
        run, levels = self.built.run, self.built.run.levels

        def shown(mm: float) -> str:
            return bare_size(mm, self.settings)

        marks: list[Mark] = []
        for there in run.bays:
            if there.low < levels[0][1]:
                ends = (self._at(there.x, 0.0), self._at(there.x + there.width, 0.0))
                marks.append(
                    Dimension(*ends, -CHAIN, shown(there.width), self._bay(there.bay.id, "width"), "verdigris")
                )
        whole = (self._at(0.0, 0.0), self._at(self.wide, 0.0))
        marks.append(Dimension(*whole, -2 * CHAIN, shown(self.wide), self.about))
        for low, high in pairwise([0.0, *(low for low, _ in levels), run.top]):
            if high - low > 1.0:
                under = "hung" if self.built.built_in.hung is not None else "plinth"
                about = self.about.sized(under) if low == 0.0 else self.about
                ends = (self._at(0.0, low), self._at(0.0, high))
                marks.append(Dimension(*ends, REACH * 0.7, shown(high - low), about, beside=high - low < 200.0))
        if len(run.steps) < 2:
            up = (self._at(self.wide, 0.0), self._at(self.wide, self.tall))
            marks.append(Dimension(*up, -REACH * 0.7, shown(self.tall), self.about))
        else:  # each carcass says its own height, inside, since nothing is as high as the ceiling is clear
            for step in run.steps:
                middle = self._at((step.begin + step.end) / 2, step.top + 60.0)
                marks.append(Label(middle, shown(step.top - run.floor), 8, "soft", patch=True))
        return marks
