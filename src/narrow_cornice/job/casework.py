"""What was decided about the built-ins of a room: where each stands, of what, divided how, and what is to be kept."""

from typing import Literal

import msgspec

from narrow_cornice.casework.contents import Use
from narrow_cornice.casework.wishes import Boxes, Compartment, Face, FreeEnds, Front, Grading, Head, Hinge, Holds
from narrow_cornice.trim.kinds import TrimKind
from narrow_cornice.units.lengths import Length
from narrow_cornice.units.words import Id, Words

Sequence = Literal["units first", "trim first"]


class CompartmentWish(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """A part of a bay between two fixed boards: what it holds and how many (``across`` of a row of cubbies), its front
    and that front's face, its clear height (None: a share of what the others leave), how its drawers are graduated, the
    clear ``heights`` from below between its shelves where they are not at equal distances, the head of its opening in a
    face frame, the side a single door is hung on, and how much at its left and right a panel closes that does not
    open."""

    id: Id
    holds: Holds = "shelves"
    count: int = 4
    across: int = 1
    front: Front = "open"
    face: Face = "plain"
    height: Length | None = None
    grading: Grading = "equal"
    heights: tuple[Length, ...] = ()
    head: Head = "square"
    hinge: Hinge = "usual"
    panel_left: Length | None = None
    panel_right: Length | None = None

    @property
    def plain(self) -> Compartment:
        """Return it in plain millimetres, as it is made."""
        height = self.height.mm if self.height is not None else None
        heights = tuple(size.mm for size in self.heights)
        left, right = (one.mm if one is not None else 0.0 for one in (self.panel_left, self.panel_right))
        return Compartment(
            self.id, self.holds, self.count, self.across, self.front, self.face, height, self.grading, heights,
            self.head, self.hinge, (left, right),
        )  # fmt: skip


class BayWish(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """A bay: its clear width (None: an equal share of what the others leave) and its compartments from the floor up;
    one that is ``like`` another of its run has that one's, and follows it until it is released."""

    id: Id
    width: Length | None = None
    compartments: tuple[CompartmentWish, ...] = (CompartmentWish("s1"),)
    like: Id = ""


class LippingWish(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """A strip along the front of the shelves, by its material, its thickness from front to back and how tall it is."""

    material: Id
    thick: Length
    tall: Length


class FrameWish(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """A face frame before the carcasses, by its timber, how wide its stiles and rails are, and how thick."""

    material: Id
    wide: Length
    thick: Length


class BuiltIn(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """A run of casework in a ``place`` for one (a recess of what is measured): its bays, its sheet goods by identity
    (``board`` of the carcasses, ``fronts``, ``back``, ``drawers``, ``worktop`` or none), its plinth, how ``tall`` it
    is over all (None: up to the ceiling), how far above the floor it is ``hung`` (None: it stands), whether its
    fronts are ``inset``, what on its wall is ``cut_through`` to (by identity), the lipping of its shelves, what is
    kept on them, whether trim stops at it (units first) or runs behind it (trim first), whether its ``boxes`` are
    made new, or are there already and get new fronts, its face ``frame``, what its ends are where no wall stands,
    and how many shelves a rounded one has between its bottom and its top, how long a part is at most where it is
    to come in ``in_pieces`` (None: as long as a sheet allows), which trim of the room goes on ``over_fronts``, and how
    tall the ``closure`` at the ceiling is (None: as low as can be)."""

    id: Id
    name: Words
    place: Id
    bays: tuple[BayWish, ...]
    board: Id = "ply-18"
    fronts: Id = "mdf-18"
    back: Id = "ply-6"
    drawers: Id = "ply-12"
    worktop: Id = ""
    plinth: Length = Length(85.0, "85 mm")
    tall: Length | None = None
    hung: Length | None = None
    inset: bool = False
    cut_through: tuple[Id, ...] = ()
    lipping: LippingWish | None = None
    keeps: Id = "hardbacks"
    sequence: Sequence = "units first"
    boxes: Boxes = "new"
    frame: FrameWish | None = None
    free_ends: FreeEnds = "square"
    end_shelves: int = 4
    in_pieces: Length | None = None
    over_fronts: tuple[TrimKind, ...] = ()
    closure: Length | None = None

    @property
    def hangs_at(self) -> float:
        """Return how many mm above the floor it hangs, nought where it stands."""
        return self.hung.mm if self.hung is not None else 0.0

    @property
    def on_ledgers(self) -> bool:
        """Whether no carcass stands in it: a worktop over room for knees, carried by ledgers and gables."""
        return all(self.compartments_of(bay)[0].holds == "knees" for bay in self.bays)

    @property
    def plinth_under(self) -> float:
        """Return how tall a plinth it stands on, in mm: none where it hangs or lies on ledgers."""
        return 0.0 if self.hangs_at > 0 or self.on_ledgers else self.plinth.mm

    def bay(self, bay_id: str) -> BayWish | None:
        """Return the bay of that identity, None where there is none."""
        return next((bay for bay in self.bays if bay.id == bay_id), None)

    def master(self, bay: BayWish) -> BayWish:
        """Return the bay whose compartments a bay has: the one it is like, itself where it is released."""
        return (self.bay(bay.like) if bay.like else None) or bay

    def compartments_of(self, bay: BayWish) -> tuple[CompartmentWish, ...]:
        """Return the compartments of a bay, from the floor up."""
        return self.master(bay).compartments


class Kept(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """Things of one kind that are to be kept in the built-ins of a room: the kind by its identity, what they are called
    here, how many, how often they are used (None: as such things are), and sizes other than usual of one of them."""

    id: Id
    kind: Id
    name: Words
    count: int
    use: Use | None = None
    tall: Length | None = None
    wide: Length | None = None
    deep: Length | None = None


class Casework(msgspec.Struct, frozen=True, forbid_unknown_fields=True):
    """The built-ins of a room, what is to be kept in them, and how many metres of shelf and of rail there were
    before."""

    built_ins: tuple[BuiltIn, ...] = ()
    contents: tuple[Kept, ...] = ()
    shelf_before: Length | None = None
    rail_before: Length | None = None
