"""Where things to buy come from: one source a topic, in the order in which their lines stand."""

from __future__ import annotations

from narrow_cornice.derived.bought.boards.source import boards_to_buy
from narrow_cornice.derived.bought.coverings.source import coverings_to_buy
from narrow_cornice.derived.bought.furnishings.source import furnishings_to_buy
from narrow_cornice.derived.bought.hung.source import hung_to_buy
from narrow_cornice.derived.bought.lines import Source
from narrow_cornice.derived.bought.own.source import own_to_buy
from narrow_cornice.derived.bought.paint.source import paint_to_buy
from narrow_cornice.derived.bought.repairs.source import repairs_to_buy
from narrow_cornice.derived.bought.shims.source import shims_to_buy
from narrow_cornice.derived.bought.sundries.source import sundries_to_buy
from narrow_cornice.derived.bought.trim.source import trim_to_buy
from narrow_cornice.derived.bought.walls.source import wall_stuff_to_buy

SOURCES: tuple[Source, ...] = (
    paint_to_buy,
    coverings_to_buy,
    wall_stuff_to_buy,
    trim_to_buy,
    boards_to_buy,
    shims_to_buy,
    repairs_to_buy,
    sundries_to_buy,
    furnishings_to_buy,
    hung_to_buy,
    own_to_buy,
)
