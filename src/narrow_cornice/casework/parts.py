"""The parts that a run of casework comes out as, each with its box and the size it is cut to."""

from __future__ import annotations

from typing import Literal

import msgspec

from narrow_cornice.casework.wishes import Bay, Compartment, Face

Kind = Literal[
    "side",
    "divider",
    "bottom",
    "top",
    "fixed shelf",
    "shelf",
    "partition",
    "lipping",
    "rail",
    "back",
    "plinth",
    "filler",
    "top filler",
    "worktop",
    "door",
    "sliding door",
    "bifold leaf",
    "flap",
    "drawer front",
    "drawer side",
    "drawer end",
    "drawer bottom",
    "stile",
    "frame rail",
    "arched rail",
    "panel",
    "end shelf",
    "end back",
    "ledger",
    "gable",
]
Box = tuple[float, float, float, float, float, float]  # x, y, z and how far along each
HINGED: tuple[Kind, ...] = ("door", "bifold leaf", "flap")
FRONT_KINDS: tuple[Kind, ...] = (*HINGED, "sliding door", "drawer front", "panel")
FRAME: tuple[Kind, ...] = ("stile", "frame rail", "arched rail")
NO_BOARD: tuple[Kind, ...] = ("lipping", "rail", "ledger", *FRAME)  # of timber and of tube
RAIL = 25.0  # mm across a tube


class Part(msgspec.Struct, frozen=True):
    """A part: what it is, the number of its carcass and the identity of its bay (empty for none), its box, the size it
    is cut to (``length`` along its grain) and its thickness, the mm of its edges that are seen, the identity of its
    compartment (empty for none), what its face is of, and its ``curve`` in mm: the radius of an end shelf, the rise of
    an arch, the radius at the corners of a worktop."""

    kind: Kind
    carcass: int
    bay: str
    box: Box
    length: float
    width: float
    thickness: float
    edges: float = 0.0
    compartment: str = ""
    face: Face = "plain"
    curve: float = 0.0

    @property
    def volume(self) -> float:
        """Return the volume of its box in mm³."""
        return self.box[3] * self.box[4] * self.box[5]


class Clear(msgspec.Struct, frozen=True):
    """A compartment as it comes out: between which heights it is clear, and how deep it is inside."""

    compartment: Compartment
    low: float
    high: float
    depth: float


class BayThere(msgspec.Struct, frozen=True):
    """A bay as it comes out: its clear width from ``x``, between which heights it is clear, how deep it is inside, and
    its compartments from the floor up."""

    bay: Bay
    carcass: int
    x: float
    width: float
    low: float
    high: float
    depth: float
    compartments: tuple[Clear, ...] = ()
