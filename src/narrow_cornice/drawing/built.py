"""A built-in seen from the front: its carcasses in their place, with the fronts on or off, and dimensioned."""

from __future__ import annotations

from itertools import pairwise

from narrow_cornice.casework.carcass import Part
from narrow_cornice.derived.built.fitted import Built, built_in_of
from narrow_cornice.derived.built.shelves import BayShelves, shelves_of
from narrow_cornice.drawing.marks import Area, Dimension, Drawing, Label, Mark, Pen, Point, Stroke, bounds_of
from narrow_cornice.job.model import Room, Settings
from narrow_cornice.job.paths import BayPath, BuiltInPath
from narrow_cornice.memo import by_identity
from narrow_cornice.units.show import bare_size

CHAIN = 170.0
REACH = 260.0  # mm of wall and floor drawn beyond the place
APART = 900.0  # between two built-ins on the drawing
HANDLE = 130.0  # mm long as drawn
FROM_EDGE, HANDLE_LINE, TALL_DOOR = 60.0, 1050.0, 1300.0
INSIDE = "#f2e7cf"
FRONT = "#e9e2d0"
SHELF = {"shelf": "#d9c394", "fixed shelf": "#d0b77f", "lipping": "#c39a5b"}
AROUND = {
    **dict.fromkeys(("plinth", "filler", "top filler"), "#e5d7b8"),
    **dict.fromkeys(("side", "divider", "bottom", "top"), "#dcc9a0"),
}


@by_identity(times=2, each="room")
def built_in_drawing(room: Room, changed_rules: dict[str, float], settings: Settings, fronts: bool) -> Drawing:
    """Return the built-ins of a room side by side, as they follow one another along its walls, with their ``fronts`` on
    or as if they were open; those that do not fit are said in words."""
    order = {wall.id: number for number, wall in enumerate(room.measured.walls)}
    places = {one.id: order.get(one.wall, 0) for one in room.measured.recesses}
    runs = sorted(room.casework.built_ins, key=lambda run: -places.get(run.place, 0))  # seen from inside: to the right
    marks: list[Mark] = []
    said, x = [], 0.0
    for run in runs:
        built = built_in_of(room, run, changed_rules)
        if built.fault or built.fit is None or built.fit.width is None or built.fit.height is None:
            said.append(f"{run.name[:40]}: {built.fault}")
            continue
        front = _Front(room, built, settings, x)
        marks += front.marks(shelves_of(room, run, changed_rules), fronts)
        x += built.fit.width.value + APART
    if len({len(built_in_of(room, run, changed_rules).run.levels) for run in runs} - {0, 1}):
        said.append("in rows, since a sheet is shorter than the wall is high")
    said.append("fronts on" if fronts else "fronts drawn as if open")
    box = bounds_of(marks, 90) if marks else (0.0, 0.0, 2000.0, 2400.0)
    return Drawing(f"{room.name[:60]}, built-ins", " · ".join(said), tuple(marks), box)


class _Front:
    """One built-in on a drawing of several, its left end at ``x``."""

    def __init__(self, room: Room, built: Built, settings: Settings, x: float) -> None:
        assert built.fit is not None
        assert built.fit.width is not None
        assert built.fit.height is not None
        self.room, self.built, self.settings, self.x = room, built, settings, x
        self.wide, self.tall = built.fit.width.value, built.fit.height.value
        self.about = BuiltInPath(room.id, built.built_in.id)

    def marks(self, shelves: tuple[BayShelves, ...], fronts: bool) -> list[Mark]:
        """Return everything of it, from the wall to the front."""
        weak = {bay.there.bay.id for bay in shelves if not bay.sag.holds}
        marks = [*self._place(), *self._carcasses(), *self._shelves(weak)]
        for part in self.built.run.parts:
            if part.kind in ("door", "drawer front"):
                marks += self._front(part) if fronts else self._as_if_open(part)
        return [
            *marks,
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
        x, _, z, wide, _, tall = part.box
        return (self._at(x, z), self._at(x + wide, z), self._at(x + wide, z + tall), self._at(x, z + tall))

    def _bay(self, bay: str, size: str = "") -> BayPath:
        return BayPath(self.room.id, self.built.built_in.id, bay, size=size)

    def _place(self) -> list[Mark]:
        """Return the floor, the ceiling and the walls at its ends."""
        fit, wide, tall = self.built.fit, self.wide, self.tall
        assert fit is not None
        marks: list[Mark] = [
            Stroke((self._at(-REACH, 0.0), self._at(wide + REACH, 0.0)), Pen("ink", 1.6)),
            Stroke((self._at(-REACH, tall), self._at(wide + REACH, tall)), Pen("ink", 1.2)),
        ]
        for there, x in ((fit.left, 0.0), (fit.right, wide)):
            if there:
                marks.append(Stroke((self._at(x, 0.0), self._at(x, tall)), Pen("ink", 1.6)))
        return marks

    def _carcasses(self) -> list[Mark]:
        """Return backs first, then what stands before them."""
        parts = self.built.run.parts
        marks: list[Mark] = [Area(self._face(part), INSIDE, self.about) for part in parts if part.kind == "back"]
        for part in parts:
            if part.kind in AROUND:
                marks.append(Area(self._face(part), AROUND[part.kind], self.about, Pen("ink", 0.7)))
        return marks

    def _shelves(self, weak: set[str]) -> list[Mark]:
        """Return the openings of the bays, and their shelves, those that sag too far in red."""
        marks: list[Mark] = []
        for there in self.built.run.bays:
            x, wide = there.x, there.width
            corners = ((x, there.low), (x + wide, there.low), (x + wide, there.high), (x, there.high))
            marks.append(Area(tuple(self._at(*one) for one in corners), INSIDE, self._bay(there.bay.id)))
        for part in self.built.run.parts:
            if part.kind in SHELF:
                sags = part.kind != "lipping" and part.bay in weak
                pen = Pen("rust", 1.2) if sags else Pen("ink", 0.6)
                marks.append(Area(self._face(part), SHELF[part.kind], self._bay(part.bay), pen))
        return marks

    def _front(self, part: Part) -> list[Mark]:
        """Return a door or a drawer front with its handle."""
        x, _, z, wide, _, tall = part.box
        marks: list[Mark] = [Area(self._face(part), FRONT, self._bay(part.bay), Pen("ink", 0.9))]
        if part.kind == "drawer front":
            middle, up = x + wide / 2, z + tall / 2
            ends = (self._at(middle - HANDLE / 2, up), self._at(middle + HANDLE / 2, up))
            return [*marks, Stroke(ends, Pen("ink", 1.6))]
        usual = z + tall - FROM_EDGE - HANDLE  # of low doors near the top, of tall ones at one line in reach
        at = usual if z + tall < TALL_DOOR else max(z + FROM_EDGE, min(HANDLE_LINE, usual))
        edge = x + FROM_EDGE if self._opens_left(part) else x + wide - FROM_EDGE
        return [*marks, Stroke((self._at(edge, at), self._at(edge, at + HANDLE)), Pen("ink", 1.6))]

    def _opens_left(self, part: Part) -> bool:
        """Return whether a door has its handle at its left: the right one of two."""
        leaves = sorted(
            one.box[0]
            for one in self.built.run.parts
            if one.kind == "door" and (one.bay, one.carcass) == (part.bay, part.carcass)
        )
        return len(leaves) > 1 and part.box[0] == leaves[-1]

    def _as_if_open(self, part: Part) -> list[Mark]:
        """Return where a front would be: its outline and its diagonals, dashed."""
        one, two, three, four = self._face(part)
        pen, about = Pen("soft", 0.5, dashed=True), self._bay(part.bay)
        return [
            Stroke((one, two, three, four), pen, closed=True, about=about),
            Stroke((one, three), pen, about=about),
            Stroke((two, four), pen, about=about),
        ]

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
                about = self.about.sized("plinth") if low == 0.0 else self.about
                ends = (self._at(0.0, low), self._at(0.0, high))
                marks.append(Dimension(*ends, REACH * 0.7, shown(high - low), about, beside=high - low < 200.0))
        up = (self._at(self.wide, 0.0), self._at(self.wide, self.tall))
        marks.append(Dimension(*up, -REACH * 0.7, shown(self.tall), self.about))
        return marks
