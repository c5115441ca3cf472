"""What is wished of a run of casework, and the space, stuff and habits that it is made with, in mm."""

from itertools import pairwise
from typing import Literal, get_args

import msgspec

from narrow_cornice.units.words import Id

Holds = Literal["shelves", "rail", "drawers", "trays", "pull-out", "cubbies", "nothing", "bed", "knees"]
HOLDS: tuple[Holds, ...] = get_args(Holds)
DRAWN: tuple[Holds, ...] = ("drawers", "pull-out")  # their fronts are fixed to what is drawn out
Front = Literal["open", "doors", "sliding", "bifold", "flap", "as below"]
FRONTS: tuple[Front, ...] = ("open", "doors", "sliding", "bifold", "flap", "as below")
Face = Literal["plain", "mirror", "glass", "slatted"]
FACES: tuple[Face, ...] = ("plain", "mirror", "glass", "slatted")
Boxes = Literal["new", "there"]  # whether carcasses are made, or there already
Head = Literal["square", "arched"]  # of an opening in a face frame
HEADS: tuple[Head, ...] = ("square", "arched")
Hinge = Literal["usual", "left", "right"]  # the side a single door is hung on; usually at its left
HINGES: tuple[Hinge, ...] = ("usual", "left", "right")
FreeEnds = Literal["square", "rounded"]  # of a run, where no wall stands
FREE_ENDS: tuple[FreeEnds, ...] = ("square", "rounded")
Grading = Literal["equal", "steps", "ratio"]
GRADINGS: tuple[Grading, ...] = ("equal", "steps", "ratio")


class Habits(msgspec.Struct, frozen=True):
    """Habits of making (house rules), in mm: ``front_gap`` between fronts and ``inset_gap`` round inset ones,
    ``filler`` at a wall of open shelves and ``filler_at_doors`` of others, ``top_gap`` kept under the ceiling,
    ``widest_carcass``, ``widest_door`` and ``widest_bifold`` before they are parted, ``shelf_play`` that a loose
    shelf is shorter by, ``back_inset`` of the back from the back edge, ``plinth_setback``, ``tall_side`` over which
    a shelf is fixed half way, ``groove`` as the share of a side that parts go into it, ``runner_room`` on each side
    of a drawer, ``drawer_less`` than its opening is tall, ``drawer_step`` and ``drawer_ratio`` of graduated ones,
    ``rail_below`` the shelf above, what sliding doors overlap and their tracks take, ``worktop_over`` the fronts."""

    front_gap: float = 3.0
    inset_gap: float = 2.0
    filler: float = 20.0
    filler_at_doors: float = 40.0
    top_gap: float = 10.0
    widest_carcass: float = 1200.0
    widest_door: float = 600.0
    widest_bifold: float = 450.0
    shelf_play: float = 2.0
    back_inset: float = 10.0
    plinth_setback: float = 50.0
    tall_side: float = 1600.0
    groove: float = 1 / 3
    runner_room: float = 12.7
    drawer_less: float = 15.0
    drawer_behind: float = 20.0
    drawer_step: float = 40.0
    drawer_ratio: float = 1.2
    rail_below: float = 40.0
    slide_overlap: float = 30.0
    track_above: float = 35.0
    track_below: float = 8.0
    worktop_over: float = 20.0


class Compartment(msgspec.Struct, frozen=True, omit_defaults=True):
    """A part of a bay between two fixed boards: what it holds and how many of them (loose shelves, rails one over the
    other, drawers, trays, levels of a pull-out, rows of cubbies, ``across`` of which stand side by side), its front
    (``as below``: the one below goes on over it) and that front's face, its clear height (None: a share of what the
    others leave), how drawers are graduated, the clear ``heights`` from below where shelves are not at equal distances,
    the head of its opening where a face frame stands before it, the side a single door is hung on, and how many mm at
    its left and right a panel closes that does not open."""

    id: Id = ""
    holds: Holds = "shelves"
    count: int = 4
    across: int = 1
    front: Front = "open"
    face: Face = "plain"
    height: float | None = None
    grading: Grading = "equal"
    heights: tuple[float, ...] = ()
    head: Head = "square"
    hinge: Hinge = "usual"
    panel: tuple[float, float] = (0.0, 0.0)

    @property
    def closes(self) -> bool:
        """Whether a front begins with it: a door, or the fronts of drawers."""
        return self.front not in ("open", "as below") or self.holds in DRAWN


class Bay(msgspec.Struct, frozen=True):
    """What is wished of a bay: its clear width, None for an equal share of what the others leave, and its compartments
    from the floor up."""

    id: str
    width: float | None = None
    compartments: tuple[Compartment, ...] = (Compartment(""),)

    @property
    def for_knees(self) -> bool:
        """Whether it is open to the floor, between two carcasses and under a worktop."""
        return self.compartments[0].holds == "knees"

    @property
    def closed(self) -> bool:
        """Whether any front closes a part of it."""
        return any(one.closes for one in self.compartments)


class Space(msgspec.Struct, frozen=True):
    """What is clear: width, height and depth in mm, the tallest that can be stood up, whether a wall stands at each
    end, and the scribe that a filler is wider by before it is cut to its wall; ``along`` is how high it is clear from
    place to place (x from the left, height, straight between them) where that is not the same all along: ``height`` is
    then what is clear everywhere."""

    width: float
    height: float
    depth: float
    stands: float
    left: bool
    right: bool
    scribe: float
    along: tuple[tuple[float, float], ...] = ()

    def clear(self, begin: float, end: float) -> float:
        """Return how high it is clear between two places."""
        if not self.along:
            return self.height
        return min(self._at(begin), self._at(end), *(z for x, z in self.along if begin < x < end))

    def _at(self, x: float) -> float:
        for (left, low), (right, high) in pairwise(self.along):
            if left <= x <= right and right > left:
                return low + (high - low) * (x - left) / (right - left)
        return self.along[0][1] if x < self.along[0][0] else self.along[-1][1]


class Stuff(msgspec.Struct, frozen=True):
    """What a run is made of: the thickness of its boards in mm (carcass, back, fronts, drawers, worktop, nought for
    none), how tall the plinth is, how thick from front to back and how tall the lipping of shelves is, nought for
    none, the longest part and the widest back that can be cut; how tall it is over all (None: as tall as can be),
    how far above the floor it hangs (nought: it stands), whether its fronts are inset, how wide the stiles and rails
    of its face frame are and how thick (noughts for none), what its ends are where no wall stands, how many shelves a
    rounded one has between its top and its bottom, and how tall the closure at the ceiling is at least."""

    board: float
    back: float
    front: float
    drawer: float
    plinth: float
    lipping: tuple[float, float] = (0.0, 0.0)
    longest: float = 1e6
    worktop: float = 0.0
    tall: float | None = None
    hung: float = 0.0
    inset: bool = False
    widest: float = 1e6
    frame: tuple[float, float] = (0.0, 0.0)
    free_ends: FreeEnds = "square"
    end_shelves: int = 4
    closure: float = 0.0

    def kept_over(self, habits: Habits) -> float:
        """Return how much is kept under the ceiling: the usual gap, or the closure where it is to be taller."""
        return max(habits.top_gap, self.closure)

    @property
    def framed(self) -> bool:
        """Return whether a face frame stands before its carcasses."""
        return self.frame[0] > 0

    @property
    def floor(self) -> float:
        """Return how high over the floor its carcasses begin."""
        return self.hung or self.plinth
