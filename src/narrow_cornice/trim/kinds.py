"""The kinds of trim, each one declared value: where it stands, how it is drawn, what it is bought as.

Whoever fits, runs, draws, lists or buys trim reads what is declared here. The order is from the floor up.
"""

from __future__ import annotations

from typing import Literal, get_args

import msgspec

from narrow_cornice.trim.members import Kind

TrimKind = Literal[
    "skirting",
    "dado rail",
    "stiles and rails",
    "panel mould",
    "casing",
    "picture rail",
    "architrave",
    "frieze",
    "cornice",
]
KINDS: tuple[TrimKind, ...] = get_args(TrimKind)

Use = Literal[
    "crown",
    "bed mould",
    "skirting",
    "base cap",
    "dado rail",
    "picture rail",
    "casing",
    "back band",
    "panel mould",
    "board",
]
USES: tuple[Use, ...] = get_args(Use)
Around = Literal["walls", "openings", "panels", "nothing"]
Stands = Literal[
    "on the floor",
    "as the dado",
    "at its own height",
    "round panels",
    "round openings",
    "under the frieze",
    "between rail and cornice",
    "under the ceiling",
]
Shares = tuple[tuple[Kind, float, float], ...]  # members from the bottom up, of height and of projection


class KindOfTrim(msgspec.Struct, frozen=True):
    """One kind of trim.

    ``around`` is what it runs along, ``stands`` how its size and its place on the wall are found (see ``fitted``).
    ``thickness`` is the house rule of how far it usually comes off the wall, empty where that follows from its size or
    it has none; ``wants`` the size of the proportion that is its own, ``height`` and ``top`` house rules where no order
    says; ``usual`` whether it is fitted where nobody said otherwise.

    ``members`` are what it is drawn of, ``shelf`` says that its upper edge is seen and painted, ``turned`` that it is
    drawn from the top down, ``across`` that its size is a width, ``tops`` that the height of its upper edge can be
    typed. ``uses`` are what stock it is put together from is sold as, ``flat_boards`` whether boards are laid flat in
    it. ``put_up`` is its turn in the work; ``through_doorways`` says that it is seen on both sides of an open one.
    """

    name: TrimKind
    around: Around
    stands: Stands
    thickness: str = ""
    wants: str = ""
    height: str = ""
    top: str = ""
    usual: bool = True
    members: Shares = ()
    shelf: bool = False
    turned: bool = False
    across: bool = False
    tops: bool = False
    uses: frozenset[Use] = frozenset()
    flat_boards: bool = False
    put_up: int = 0
    through_doorways: bool = False

    @property
    def has_face(self) -> bool:
        """Whether it has a profile of its own: a frieze is wall between two pieces of trim."""
        return bool(self.members)


CASING: Shares = (("fascia", 0.3, 0.55), ("fascia", 0.38, 0.13), ("cyma reversa", 0.18, 0.22), ("fillet", 0.14, 0.1))
ROUND_OPENINGS: frozenset[Use] = frozenset({"casing", "back band", "panel mould", "board"})

_DECLARED: tuple[KindOfTrim, ...] = (
    KindOfTrim(
        "skirting",
        "walls",
        "on the floor",
        thickness="skirting_thickness",
        wants="skirting",
        members=(("fillet", 0.12, 0.3), ("cyma reversa", 0.68, 0.55), ("fillet", 0.2, 0.15)),  # the cap over its face
        turned=True,
        uses=frozenset({"skirting", "base cap", "board"}),
        put_up=60,
        through_doorways=True,
    ),
    KindOfTrim(
        "dado rail",
        "walls",
        "as the dado",
        thickness="dado_projection",
        wants="dado_rail",
        usual=False,
        members=(("fillet", 0.08, 0.1), ("cyma reversa", 0.42, 0.55), ("corona", 0.28, 0.2), ("ovolo", 0.22, 0.15)),
        shelf=True,
        tops=True,
        uses=frozenset({"dado rail", "bed mould", "panel mould", "board"}),
        flat_boards=True,
        put_up=50,
        through_doorways=True,
    ),
    KindOfTrim(
        "stiles and rails",
        "panels",
        "round panels",
        thickness="framing_thickness",
        height="panel_margin",
        members=(("fascia", 1.0, 1.0),),
        shelf=True,
        uses=frozenset({"board"}),
        put_up=70,
    ),
    KindOfTrim(
        "panel mould",
        "panels",
        "round panels",
        thickness="panel_mould_projection",
        height="panel_mould_height",
        members=(("fillet", 0.12, 0.3), ("cavetto", 0.4, 0.3), ("ovolo", 0.34, 0.3), ("fillet", 0.14, 0.1)),
        shelf=True,
        uses=frozenset({"panel mould", "base cap"}),
        put_up=80,
    ),
    KindOfTrim(
        "casing",
        "openings",
        "round openings",
        thickness="casing_thickness",
        wants="casing",
        members=CASING,
        shelf=True,
        across=True,
        uses=ROUND_OPENINGS,
        put_up=10,
        through_doorways=True,
    ),
    KindOfTrim(
        "picture rail",
        "walls",
        "under the frieze",
        thickness="picture_rail_projection",
        wants="picture_rail",
        usual=False,
        members=(("fillet", 0.1, 0.2), ("cavetto", 0.45, 0.5), ("fascia", 0.25, 0.1), ("ovolo", 0.2, 0.2)),
        shelf=True,
        tops=True,
        uses=frozenset({"picture rail", "bed mould", "panel mould"}),
        put_up=30,
        through_doorways=True,
    ),
    KindOfTrim(
        "architrave",
        "walls",
        "under the frieze",
        thickness="architrave_thickness",
        wants="architrave",
        usual=False,
        members=CASING,
        shelf=True,
        uses=ROUND_OPENINGS,
        put_up=40,
    ),
    KindOfTrim("frieze", "nothing", "between rail and cornice", wants="frieze", usual=False),
    KindOfTrim(
        "cornice",
        "walls",
        "under the ceiling",
        wants="cornice",
        members=(("fillet", 0.08, 0.06), ("cyma recta", 0.72, 0.88), ("fillet", 0.2, 0.06)),  # one crown by itself
        uses=frozenset({"crown", "bed mould", "board"}),
        flat_boards=True,
        put_up=20,
    ),
)
OF_TRIM: dict[TrimKind, KindOfTrim] = {kind.name: kind for kind in _DECLARED}

WALL_KINDS: tuple[TrimKind, ...] = tuple(kind for kind in KINDS if OF_TRIM[kind].around == "walls")
FRAMING: tuple[TrimKind, ...] = tuple(
    kind for kind in reversed(KINDS) if OF_TRIM[kind].around in ("openings", "panels")
)
WITH_FACE: tuple[TrimKind, ...] = tuple(kind for kind in KINDS if OF_TRIM[kind].has_face)
MEMBERED: TrimKind = "cornice"  # the kind whose members are chosen one by one
MEMBER_PREFIX = f"{MEMBERED}: "  # choices about one of them are kept under "cornice: corona"


def choice_key(kind: TrimKind, member: str = "") -> str:
    """Return under which key the choices of a kind are kept, or those of one member of the cornice."""
    return f"{MEMBER_PREFIX}{member}" if kind == MEMBERED and member else kind


def kind_and_member(key: str) -> tuple[TrimKind, str]:
    """Return the kind of trim that a key of choices is of, and the member of it, empty for the whole kind."""
    if key.startswith(MEMBER_PREFIX):
        return MEMBERED, key.removeprefix(MEMBER_PREFIX)
    return next(kind for kind in KINDS if kind == key), ""
