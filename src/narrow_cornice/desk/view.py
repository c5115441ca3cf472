"""What is being looked at in the window, as a value."""

from __future__ import annotations

from typing import ClassVar

import msgspec

from narrow_cornice.drawing.marks import About
from narrow_cornice.explained.paths import ThingPath
from narrow_cornice.survey.readings import Instrument

TO_SETTLE = "to settle"  # what the tally calls the second look


class TallyPath(ThingPath, frozen=True):
    """A total of the tally, by its name, or the second look."""

    word: ClassVar[str] = "tally"
    of_all: ClassVar[bool] = True
    name: str


class View(msgspec.Struct, frozen=True):
    """What is being looked at, and with what is measured; nothing in here belongs to the job.

    ``place`` is the key of a place, empty for the one that the window opens with; ``sheet`` is that of the leaf shown
    there. ``pointing`` is what the next click on a wall places. ``turn`` is how far the room is turned on the sheet, in
    degrees clockwise.
    """

    place: str = ""
    room_id: str = ""
    sheet: str = "unfolded"
    wall_id: str = ""
    turn: float = 0.0
    selected: About = None
    instrument: Instrument = "tape"
    pointing: str = ""
