"""Random edits of built-ins and of what is kept in them."""

from __future__ import annotations

import random

from narrow_cornice.casework.boards import sheet_goods
from narrow_cornice.casework.contents import kept_things, kinds_kept
from narrow_cornice.casework.kinds import beginnings
from narrow_cornice.casework.wishes import FACES, FREE_ENDS, FRONTS, GRADINGS, HEADS, HINGES, HOLDS
from narrow_cornice.job import edits
from narrow_cornice.job.beginnings import begun
from narrow_cornice.job.casework import FrameWish
from narrow_cornice.job.history import Edit
from narrow_cornice.job.model import Job, Room
from narrow_cornice.trim.kinds import WALL_KINDS
from narrow_cornice.units.lengths import Length


def mm(value: float) -> Length:
    """Return a length as it is typed."""
    return Length(float(round(value)), f"{round(value)}")


def casework_edit(pick: random.Random, job: Job, room: Room) -> Edit:
    """Return an edit of the built-ins of a room and of what is kept in them: a beginning where there is none."""
    runs = room.casework.built_ins
    if not runs or pick.random() < 0.15:
        kind = pick.choice(list(beginnings().values()))
        wall = pick.choice(room.measured.walls).id
        run = begun(kind, f"{kind.name} {wall}", "", pick.uniform(600, 3000))
        ends = (mm(200), mm(pick.uniform(900, 3200))) if pick.random() < 0.5 else (None, None)
        return edits.build_along(room.id, wall, run, f"along {wall}", mm(kind.deep), *ends)
    run = pick.choice(runs)
    bay = pick.choice(run.bays)
    inside = pick.choice(run.compartments_of(bay))
    ids = (room.id, run.id, bay.id)
    fixtures = [one.id for one in room.measured.fixtures] or ["none"]
    fields: dict[str, object] = pick.choice(
        [
            {"holds": pick.choice(HOLDS)},
            {"front": pick.choice(FRONTS)},
            {"face": pick.choice(FACES)},
            {"count": pick.randint(0, 9)},
            {"height": pick.choice([None, mm(pick.uniform(100, 900))])},
            {"grading": pick.choice(GRADINGS)},
            {"heights": tuple(mm(pick.uniform(100, 500)) for _ in range(pick.randint(0, 3)))},
            {"head": pick.choice(HEADS)},
            {"hinge": pick.choice(HINGES)},
            {pick.choice(["panel_left", "panel_right"]): pick.choice([None, mm(pick.uniform(50, 700))])},
        ]
    )
    of_run: dict[str, object] = pick.choice(
        [
            {"board": pick.choice(list(sheet_goods()))},
            {"worktop": pick.choice(["", "ply-27"])},
            {"tall": pick.choice([None, mm(pick.uniform(400, 2600))])},
            {"hung": pick.choice([None, mm(pick.uniform(0, 1500))])},
            {"inset": pick.choice([True, False])},
            {"sequence": pick.choice(["units first", "trim first"])},
            {"keeps": pick.choice(list(kept_things()))},
            {"frame": pick.choice([None, FrameWish("oak", mm(pick.uniform(20, 90)), mm(20))])},
            {"free_ends": pick.choice(FREE_ENDS)},
            {"end_shelves": pick.randint(0, 9)},
            {"in_pieces": pick.choice([None, mm(pick.uniform(400, 2000))])},
            {"over_fronts": tuple(pick.sample(WALL_KINDS, pick.randint(0, 3)))},
            {"closure": pick.choice([None, mm(pick.uniform(20, 400))])},
        ]
    )
    contents = room.casework.contents
    kept = pick.choice(contents).id if contents else "k1"
    make = pick.choice(
        [
            lambda: edits.change_compartment(*ids, inside.id, **fields),
            lambda: edits.change_compartment(*ids, inside.id, **fields),
            lambda: edits.change_built_in(room.id, run.id, **of_run),
            lambda: edits.change_bay(*ids, pick.choice([None, mm(pick.uniform(150, 1200))])),
            lambda: edits.one_more_bay(*ids),
            lambda: edits.one_bay_less(*ids),
            lambda: edits.one_more_compartment(*ids, inside.id),
            lambda: edits.one_compartment_less(*ids, inside.id),
            lambda: edits.make_bay_like(*ids, pick.choice(["", *(one.id for one in run.bays)])),
            lambda: edits.merge_bays(*ids, run.bays[-1].id, mm(900)),
            lambda: edits.split_bay(*ids, mm(400)),
            lambda: edits.cut_through(room.id, run.id, pick.choice(fixtures), "a thing", cut=pick.random() < 0.7),
            lambda: edits.keep_here(room.id, pick.choice(list(kinds_kept())), pick.randint(0, 60)),
            lambda: edits.change_kept(room.id, kept, count=pick.randint(0, 90)),
            lambda: edits.keep_no_longer(room.id, kept),
            lambda: edits.set_before(room.id, shelf_before=mm(pick.uniform(0, 20000))),
            lambda: edits.remove_built_in(room.id, run.id),
        ]
    )
    return make()
