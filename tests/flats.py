"""A flat of five rooms in inches, walked, with a bay, a slope, a corner that is off square, and a passage whose doors
lead to all the others."""

from __future__ import annotations

from narrow_cornice.derived.measured.walks import closing_of
from narrow_cornice.job import edits
from narrow_cornice.job.history import History
from narrow_cornice.job.measured import Twin
from narrow_cornice.job.model import Job
from narrow_cornice.job.samples import starting_job
from narrow_cornice.survey.walk import read_walk
from narrow_cornice.units.lengths import Length, parse_length

ROOMS = (
    (
        "Front room",
        "3' 4\" @225; 2' 6\" @135; 5' @135; 2' 6\" @225; 3' 4 1/2\"; 12' 3/4\"; 15' 2 1/4\"; 12' 1/2\"",
        "9' 1 1/2\"",
    ),
    ("Bedroom", "11' 2\" @86.5; 9' 8 1/2\"; 10' 6 1/8\"; ?", "8' 2\""),
    ("Kitchen", "12' 8 1/4\"; 8' 11\"; 12' 8 1/2\"; 8' 10 7/8\"", "9' 1 1/4\""),
    ("Bathroom", "7' 2\"; 5' 8 1/2\"; 7' 2\"; 5' 8 1/2\"", "9'"),
    ("Hall", "4' 1\"; 14' 6\"; 4' 1\"; 14' 6\"", "9' 1\""),
)
DOORS = (("r1", "w6", "w4", "11'"), ("r2", "w1", "w2", "1'"), ("r3", "w1", "w1", '8"'), ("r4", "w1", "w3", '8"'))


def inches(text: str) -> Length:
    """Return a length as it is typed in a job in inches."""
    return parse_length(text, "in")


def flat() -> Job:
    """Return the flat, measured; nothing is painted yet."""
    history = History(starting_job())
    history.do(edits.change_settings(unit="in", denominator=16))
    for number, (name, walk, height) in enumerate(ROOMS, 1):
        room_id = f"r{number}"
        history.do(edits.begin_walk(name))
        history.do(edits.walk_on(room_id, read_walk(walk, "in"), words=name))
        history.do(edits.close_walk(room_id, closing_of(history.job.room(room_id))))
        history.do(edits.set_heights(room_id, [inches(height)]))
    history.do(edits.set_slope("r2", "w3", "C–D", inches("4' 2\""), inches("5' 3\"")))
    for room_id, wall, of_hall, place in DOORS:
        history.do(edits.add_opening(room_id, "door", wall, inches("1'"), unit="in"))
        history.do(edits.add_opening("r5", "door", of_hall, inches(place), unit="in"))
        mine, halls = (history.job.room(one).measured.openings[-1] for one in (room_id, "r5"))
        history.do(edits.join_openings("r5", halls.id, Twin(room_id, mine.id), halls.name))
    history.do(edits.add_opening("r1", "window", "w3", inches('5"'), width=inches("4' 2\""), unit="in"))
    return history.job
