"""What a room can be seen as in several places: its drawings, by the view that looks at it.

Each is brought in when it is first drawn.
"""

from __future__ import annotations

from narrow_cornice.desk.place import SeenAs
from narrow_cornice.desk.view import View
from narrow_cornice.drawing.marks import About, Drawing
from narrow_cornice.job.finishes import Colour
from narrow_cornice.job.model import Job, Room
from narrow_cornice.job.paths import AcrossPath, MemberPath, RecessPath, StockOfferPath, TrimPath
from narrow_cornice.trim.kinds import MEMBERED, TrimKind


def kind_selected(selected: About) -> TrimKind:
    """Return the kind of trim that is selected, the cornice where none is."""
    return selected.kind if isinstance(selected, TrimPath | MemberPath | StockOfferPath) else MEMBERED


def member_selected(selected: About) -> str:
    """Return the member of the cornice that is selected, empty for none."""
    if isinstance(selected, TrimPath | StockOfferPath):
        return selected.member
    return selected.stack if isinstance(selected, MemberPath) and selected.kind == MEMBERED else ""


def tones(job: Job) -> tuple[Colour, ...]:
    """Return the colours that drawings take: those of the job, and of its papers and tiles."""
    from narrow_cornice.drawing.coloured import drawn_colours

    return drawn_colours(job.colours, job.coverings)


def _pieces(job: Job, room: Room) -> Drawing:
    from narrow_cornice.drawing.pieces import pieces_drawing

    return pieces_drawing(room, job.house_rules, job.paints, job.colours, job.settings)


def _unfolded(job: Job, view: View, room: Room) -> Drawing:
    from narrow_cornice.drawing.unfolded import unfolded_room

    if room.outdoors:
        return _pieces(job, room)
    return unfolded_room(room, job.house_rules, tones(job), job.settings, view.turn)


def _plan(job: Job, view: View, room: Room) -> Drawing:
    from narrow_cornice.drawing.plan import room_plan

    if room.outdoors:
        return _pieces(job, room)
    return room_plan(room, job.house_rules, job.settings, view.turn)


def _wall(job: Job, view: View, room: Room) -> Drawing:
    from narrow_cornice.drawing.elevation import wall_elevation

    if room.outdoors:
        return _pieces(job, room)
    return wall_elevation(room, job.house_rules, tones(job), job.settings, view.wall_id, job.pictures)


def _section(job: Job, view: View, room: Room) -> Drawing:
    from narrow_cornice.drawing.section import trim_section

    selected = view.selected
    whole = not isinstance(selected, MemberPath)
    return trim_section(room, job.house_rules, job.settings, kind_selected(selected), False, whole)


def _strip(job: Job, view: View, room: Room) -> Drawing:
    from narrow_cornice.drawing.strip import wall_strip

    if room.outdoors:
        return _pieces(job, room)
    return wall_strip(room, job.house_rules, tones(job), job.settings)


def _recess(job: Job, view: View, room: Room) -> Drawing:
    from narrow_cornice.drawing.envelope import envelope_drawing

    selected = view.selected
    recess = selected.id if isinstance(selected, RecessPath) else ""
    if isinstance(selected, AcrossPath):
        recess = selected.recess
    if not recess and room.measured.recesses:
        recess = room.measured.recesses[0].id
    if not recess:
        words = "Nothing is to be built in here yet: say where, in the last line of the sheet."
        return Drawing(f"{room.name[:60]}, recesses", words, (), (0, 0, 100, 100))
    return envelope_drawing(room, job.house_rules, job.settings, recess)


def _coats(job: Job, view: View, room: Room) -> Drawing:
    from narrow_cornice.drawing.coat_cards import coat_cards

    return coat_cards(room, job.house_rules, job.paints, job.colours, job.settings)


UNFOLDED = SeenAs("unfolded", "unfolded", _unfolded, turns=True)
PLAN = SeenAs("plan", "plan", _plan, turns=True)
WALL = SeenAs("wall", "wall", _wall)
SECTION = SeenAs("section", "section", _section, under_lamps="never")
STRIP = SeenAs("strip", "strip", _strip)
COATS = SeenAs("coats", "coats", _coats)
RECESS = SeenAs("recess", "recess", _recess, under_lamps="never")
