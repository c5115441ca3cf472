"""How much there is to finish of things by themselves: fences board by board, furniture, radiators, and of blocks."""

from __future__ import annotations

import math

from narrow_cornice.explained.figures import explained


@explained("boards", "", "⌈(length + gap) ÷ (board + gap)⌉")
def boards_of(length: float, board: float, gap: float) -> float:
    """Return how many upright boards a fence of a length has, the last one ripped where it must be; all in mm."""
    return float(math.ceil((length + gap) / (board + gap) - 1e-9))


@explained("fence", "m²", "how many × boards × (sides × board + 2 × thickness) × height ÷ 1000000")
# Many parameters: all that a board has.
def fence_area(how_many: float, boards: float, sides: float, board: float, thickness: float, height: float) -> float:
    """Return the faces and both long edges of the boards of a fence in m², from mm."""
    return how_many * boards * (sides * board + 2 * thickness) * height / 1_000_000


@explained("piece", "m²", "how many × (2 × (width + depth) × height + width × depth) ÷ 1000000")
def box_area(how_many: float, width: float, depth: float, height: float) -> float:
    """Return what is seen of a thing like a box that stands: four sides and its top, in m² from mm."""
    return how_many * (2 * (width + depth) * height + width * depth) / 1_000_000


@explained("radiator", "m²", "how many × for its ribs × width × height ÷ 1000000")
def radiator_area(how_many: float, for_its_ribs: float, width: float, height: float) -> float:
    """Return what is painted of a radiator in m²: its face and what its ribs add (a house rule)."""
    return how_many * for_its_ribs * width * height / 1_000_000


@explained("block", "m²", "share × width × height ÷ 1000000")
def block_area(share: float, width: float, height: float) -> float:
    """Return what is painted of a block or, by the share it leaves open, of a stencil, in m² from mm."""
    return share * width * height / 1_000_000


@explained("masking", "mm", "2 × (width + height) − not masked")
def masking(width: float, height: float, not_masked: float) -> float:
    """Return the tape round a block in mm: nothing is masked where it ends at its wall's edge."""
    return 2 * (width + height) - not_masked
