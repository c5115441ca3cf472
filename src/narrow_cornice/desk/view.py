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


class Sifted(msgspec.Struct, frozen=True):
    """What of the second look is shown: of one room, place or grade alone, each empty for all."""

    room: str = ""
    place: str = ""
    grade: str = ""


class View(msgspec.Struct, frozen=True):
    """What is being looked at, and with what is measured; nothing in here belongs to the job.

    ``place`` is the key of a place, empty for the one that the window opens with; ``leaf`` is that of the leaf shown
    there, empty for its first, and ``seen_as`` that of the drawing above the leaf's sheet, empty for the leaf's own.
    ``read_out`` says that cautions stand in full where they are many. ``pointing`` is what the next click on a wall
    places. ``turn`` is how far the room is turned on the sheet, in degrees clockwise, ``by_lamp`` that drawings are
    seen under the room's lamps instead of by day; ``slid`` is where the slide between two pictures is, from 0 to 1.
    """

    place: str = ""
    room_id: str = ""
    leaf: str = ""
    seen_as: str = ""
    wall_id: str = ""
    turn: float = 0.0
    selected: About = None
    instrument: Instrument = "tape"
    pointing: str = ""
    sifted: Sifted = Sifted()
    read_out: bool = False
    by_lamp: bool = False
    slid: float = 0.5
