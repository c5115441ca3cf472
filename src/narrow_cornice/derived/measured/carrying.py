"""What the ways into the house let through, and whether a part of a given size is among it."""

from __future__ import annotations

import msgspec

from narrow_cornice.explained.figures import Figure, reading, table
from narrow_cornice.job.measured import WayIn
from narrow_cornice.job.paths import WayInPath
from narrow_cornice.memo import by_identity
from narrow_cornice.survey.ways_in import in_lift, longest_round_turn, round_turn, through_door


class Passage(msgspec.Struct, frozen=True):
    """A way in with the largest part it lets through: ``most`` limits the shorter side of a part at a door, the
    longer one at a turn or in a lift. ``words`` say which."""

    way: WayIn
    most: Figure
    words: str

    def lets_through(self, long: float, wide: float) -> bool:
        """Return whether a flat part of that size passes."""
        return (min(long, wide) if self.way.kind == "door" else max(long, wide)) <= self.most.value


@by_identity(times=1, each="room")
def passage(way: WayIn) -> Passage:
    """Return what a way in lets through."""
    path = WayInPath(way.id)
    width = reading("width", way.width.mm, "mm", path.sized("width"))
    height = reading("height", way.height.mm, "mm", path.sized("height"))
    second = way.second.mm if way.second is not None else way.width.mm
    if way.kind == "door":
        return Passage(way, through_door(width, height), "flat parts up to this wide, carried endways")
    if way.kind == "stair turn":
        level = table(
            "level round the turn", longest_round_turn(way.width.mm, second), "mm", "(a^⅔ + b^⅔)^1½ of both legs"
        )
        return Passage(way, round_turn(level, height), "parts up to this long, tilted up")
    deep = reading("depth", second, "mm", path.sized("second"))
    return Passage(way, in_lift(width, deep, height), "parts up to this long, from corner to corner")
