"""What a field is once it is laid: its rows, its pieces, its gap, what is narrow of it, or why it cannot lie."""

from __future__ import annotations

from collections.abc import Iterable, Iterator
from typing import NamedTuple

import msgspec

from narrow_cornice.derived.walled.grounds import Ground
from narrow_cornice.derived.walled.paper_corners import Carried
from narrow_cornice.derived.walled.turned import Outer, Turned
from narrow_cornice.explained.figures import Figure
from narrow_cornice.features.falls import Fall
from narrow_cornice.features.laying import Laying
from narrow_cornice.features.pieces import Piece
from narrow_cornice.features.region import Region
from narrow_cornice.features.rows import Anchor, Stop
from narrow_cornice.features.strips import Band
from narrow_cornice.job.finishes import Covering
from narrow_cornice.job.walled import Field


class Row(NamedTuple):
    """Rows of a field along one direction (0 across, 1 up): the edges they end at, how wide a piece and a joint are,
    and what holds them."""

    axis: int
    stops: tuple[Stop, ...]
    width: float
    joint: float
    anchor: Anchor

    @property
    def start(self) -> float:
        """Return where the first piece begins."""
        return self.anchor.start(self.joint)


class LaidField(msgspec.Struct, frozen=True):
    """A field with its ground, or its ``fault`` in words. ``laying`` is that of tiles and blocks,
    ``rows`` its rows where it has some that can be moved; ``pieces`` what covers it, ``border`` those of its border,
    ``battens`` what lies over joints; ``thin`` the thinnest cut piece with how thin it is; ``gap`` that of slats, with
    how many there are, and how many gaps of fronts cut into one (``cut_by``); of tiles what goes into reveals
    (``turned``), where they have an outer edge, and the ``strip`` between their rows, a field of its own that lies in
    the ``band`` left free for it; of paper what it goes on from (``carried``), and the number among the strips hung of
    its first (``first``)."""

    field: Field
    ground: Ground = Ground()
    fault: str = ""
    laying: Laying | None = None
    rows: tuple[Row, ...] = ()
    pieces: tuple[Piece, ...] = ()
    border: tuple[Piece, ...] = ()
    battens: tuple[Piece, ...] = ()
    thin: tuple[float, Piece] | None = None
    gap: Figure | None = None
    count: int = 0
    cut_by: int = 0
    on_batten: int = 0
    fall: Fall | None = None
    area: Figure | None = None
    turned: tuple[Turned, ...] = ()
    outer: tuple[Outer, ...] = ()
    band: Band | None = None
    strip: LaidField | None = None
    carried: Carried | None = None
    first: int = 0

    @property
    def is_strip(self) -> bool:
        """Return whether it is the strip between the rows of a field."""
        return self.band is not None and self.strip is None

    @property
    def with_reveals(self) -> tuple[Piece, ...]:
        """Return its pieces and those in reveals."""
        return (*self.pieces, *(piece for one in self.turned for piece in one.pieces)) if self.turned else self.pieces

    @property
    def covering(self) -> Covering:
        """Return what it is of."""
        return self.field.covering

    @property
    def region(self) -> Region:
        """Return what it covers. Raises KeyError where it covers nothing."""
        if self.ground.region is None:
            raise KeyError(self.field.id)
        return self.ground.region


def with_strips(fields: Iterable[LaidField]) -> Iterator[LaidField]:
    """Yield fields, each followed by its strip where it has one."""
    for one in fields:
        yield one
        if one.strip is not None:
            yield one.strip
