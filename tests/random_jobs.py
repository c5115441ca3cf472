"""Random jobs: the demo job, or one of its own, after many edits that anybody could make, wise or not."""

from __future__ import annotations

import random
from collections.abc import Callable
from typing import Any, get_args

from msgspec.structs import replace

from narrow_cornice.colour.shares import RoleKind, Strategy
from narrow_cornice.derived.walled.paper_corners import round_from
from narrow_cornice.errors import CorniceError
from narrow_cornice.features.laying import PATTERNS
from narrow_cornice.features.pictures import ARRANGED
from narrow_cornice.features.screens import WAYS
from narrow_cornice.finishes.repairs import repair_kinds
from narrow_cornice.job import edits
from narrow_cornice.job.brief import Day
from narrow_cornice.job.finishes import LeftTin, Paper, Tile
from narrow_cornice.job.hanging import put_up_on_walls
from narrow_cornice.job.history import Edit, History
from narrow_cornice.job.logged import Entry
from narrow_cornice.job.measured import OpeningKind, Twin
from narrow_cornice.job.model import Job, Room
from narrow_cornice.job.paths import BriefPath
from narrow_cornice.job.presented import Viewpoint
from narrow_cornice.job.programmed import DayWeather, OwnWork
from narrow_cornice.job.samples import demo_job, starting_job
from narrow_cornice.job.walled import (
    FalseWindow,
    Field,
    Flight,
    Gallery,
    Picture,
    Shown,
    Tinted,
    WetBase,
    shipped_coverings,
)
from narrow_cornice.job.zoned import Dressing, Lamp
from narrow_cornice.survey.readings import AngleReading
from narrow_cornice.survey.walk import Walked
from narrow_cornice.trim.kinds import KINDS
from narrow_cornice.trim.orders import orders
from narrow_cornice.trim.panels import ZONES
from narrow_cornice.trim.proportion import SCHOOLS
from narrow_cornice.zones.library import dressing_kinds, furniture, lamp_kinds, zone_uses
from random_built import casework_edit, mm

GROUPS = ("upper wall", "lower wall", "frieze", "ceiling", "door face", "door edges", "reveal", "boxing", *KINDS)


def random_job(seed: int, steps: int = 60) -> Job:
    """Return the job of a seed; what is refused is left out."""
    pick = random.Random(seed)
    history = History(demo_job() if seed % 3 else starting_job())
    while len(history.job.rooms) < 2:
        history.do(edits.add_room(f"Room {len(history.job.rooms)}", mm(4000), mm(3200), mm(2600)))
    for _ in range(steps):
        act = pick.choice(ACTS)
        try:
            history.do(act(pick, history.job, pick.choice([room for room in history.job.rooms if room.measured.walls])))
        except CorniceError:
            continue
    used = random.Random(f"used {seed}")  # its own, so that the rest of a job stays what its seed has always made
    for _ in range(steps // 4):
        room = used.choice([room for room in history.job.rooms if room.measured.walls])
        try:
            history.do(used.choice(USES)(used, history.job, room))
        except CorniceError:
            continue
    hung = random.Random(f"walls {seed}")
    for _ in range(steps // 15):
        room = hung.choice([room for room in history.job.rooms if room.measured.walls])
        try:
            history.do(hung.choice(PUT_UP)(hung, history.job, room))
        except CorniceError:
            continue
    if seed % 5 == 4:  # somebody is still walking round one more
        history.do(edits.begin_walk("Being walked"))
        walls = [Walked(mm(2000 + 700 * number), "left") for number in range(seed % 4)]
        history.do(edits.walk_on(history.job.rooms[-1].id, walls, words="walls"))
    return history.job


def _reading(pick: random.Random, job: Job, room: Room) -> Edit:
    wall = pick.choice(room.measured.walls)
    true = wall.readings[0].mm if wall.readings else 3000.0
    off = pick.choice([0.0, 3.0, -4.0, 60.0, -250.0])
    return edits.set_readings(room.id, wall.id, (*wall.readings, mm(max(60.0, true + off))), wall.id)


def _diagonal(pick: random.Random, job: Job, room: Room) -> Edit:
    first, second = pick.sample([wall.id for wall in room.measured.walls], 2)
    return edits.put_diagonal(room.id, first, second, (mm(pick.uniform(1500, 7000)),), "a diagonal")


def _angle(pick: random.Random, job: Job, room: Room) -> Edit:
    wall = pick.choice(room.measured.walls)
    degrees = pick.choice([90.0, 90.8, 88.0, 97.0])
    return edits.set_angles(room.id, wall.id, (AngleReading(degrees, f"{degrees:g}°"),), "A")


def _opening(pick: random.Random, job: Job, room: Room) -> Edit:
    kind: OpeningKind = pick.choice(get_args(OpeningKind))
    return edits.add_opening(room.id, kind, pick.choice(room.measured.walls).id, mm(pick.uniform(0, 4500)))


def _twin(pick: random.Random, job: Job, room: Room) -> Edit:
    others = [
        Twin(other.id, one.id)
        for other in job.rooms
        if other.id != room.id
        for one in other.measured.openings
        if one.kind in ("door", "doorway", "arch")
    ]
    mine = [one for one in room.measured.openings if one.kind in ("door", "doorway", "arch")]
    if not others or not mine:
        raise CorniceError("Nothing to join.")
    one = pick.choice(mine)
    return edits.join_openings(room.id, one.id, pick.choice(others), one.name)


def _hang(pick: random.Random, job: Job, room: Room) -> Edit:
    row, putting = pick.choice(list(put_up_on_walls()))
    kind = pick.choice(putting.kinds())
    sizes = [mm(pick.uniform(30, 2500)) for _ in putting.asked(kind)]
    return edits.put_up(room.id, row.field, kind, pick.choice(room.measured.walls).id, *sizes)


def _trim(pick: random.Random, job: Job, room: Room) -> Edit:
    kind = pick.choice(KINDS)
    if pick.random() < 0.5:
        return edits.change_trim(room.id, kind, fitted=pick.choice([True, False, None]))
    return edits.change_trim(room.id, kind, height=mm(pick.uniform(20, 260)))


def _order(pick: random.Random, job: Job, room: Room) -> Edit:
    if pick.random() < 0.4:
        return edits.change_room(room.id, "school", school=pick.choice(SCHOOLS))
    return edits.choose_order(room.id, pick.choice(list(orders())))


def _finish(pick: random.Random, job: Job, room: Room) -> Edit:
    fields: dict[str, object] = {
        "paint": pick.choice([None, *(one.id for one in job.paints)]),
        "colour": pick.choice([None, *(one.id for one in job.colours)]),
        "over": pick.choice([None, *(one.id for one in job.colours)]),
        "state": pick.choice(["sound", "patched", "bare"]),
    }
    groups = pick.sample(GROUPS, 3)
    return edits.change_finish([room.id], groups, "finishes", **fields)


def _wall(pick: random.Random, job: Job, room: Room) -> Edit:
    wall = pick.choice(room.measured.walls).id
    way = pick.randrange(4)
    if way == 0:
        return edits.break_wall(room.id, wall, "A–B", pick.choice(["projection", "recess"]), mm(900), mm(800), mm(300))
    if way == 1:
        return edits.notch_corner(room.id, wall, "B", mm(700), mm(600))
    if way == 2:
        return edits.add_bay(room.id, wall, "A–B", mm(600), mm(1800), mm(500), mm(900))
    return edits.set_slope(room.id, wall, "A–B", mm(1300), mm(1100))


def _panels(pick: random.Random, job: Job, room: Room) -> Edit:
    return edits.add_panels(room.id, pick.choice(ZONES), pick.choice(["picture-frame", "wainscot"]), mm(90))


def _brief(pick: random.Random, job: Job, room: Room) -> Edit:
    house = pick.random() < 0.4
    path, words = pick.choice(
        [
            (BriefPath(room.id if not house else "", field="style"), pick.choice(["farmhouse", "art deco", "quiet"])),
            (BriefPath(room.id if not house else "", field="moods"), pick.choice(["calm", "warm, bright", "grand"])),
            (BriefPath(field="tenure"), "rented"),
            (BriefPath(field="worker"), "the client"),
            (BriefPath(field="by"), "3 January 2027"),
            (BriefPath(field="budget"), "900"),
            (BriefPath(field="rules"), "quiet after eight; no dust on the stairs"),
        ]
    )
    return edits.set_brief(path, words, "mm")


def _item(pick: random.Random, job: Job, room: Room) -> Edit:
    which = pick.choice(["needs", "furnishings", "fixed", "hide", "people", "permissions"])
    return edits.add_brief_item(BriefPath("" if which in ("people", "permissions") else room.id, which))


def _item_filled(pick: random.Random, job: Job, room: Room) -> Edit:
    path, words = pick.choice(
        [
            *((BriefPath(room.id, "furnishings", one.id, "decision"), "move") for one in room.brief.furnishings),
            *((BriefPath(room.id, "furnishings", one.id, "width"), "1900") for one in room.brief.furnishings),
            *((BriefPath("", "people", one.id, "reach"), "1500") for one in job.brief.people),
            *((BriefPath("", "permissions", one.id, "state"), "refused") for one in job.brief.permissions),
            *((BriefPath(room.id, "needs", one.id, "words"), "read") for one in room.brief.needs),
            (BriefPath(field="tenure"), "owned"),
        ]
    )
    return edits.set_brief(path, words, "mm")


def _thing(pick: random.Random, job: Job, room: Room) -> Edit:
    things = [("there", one) for one in room.measured.there] + [("fixtures", one) for one in room.measured.fixtures]
    if not things:
        raise CorniceError("Nothing is there.")
    field, thing = pick.choice(things)
    if field == "there":
        return edits.change_thing(room.id, field, thing.id, "it", meets=pick.choice(["on a block", "coped to it"]))
    return edits.change_thing(room.id, field, thing.id, "it", place=mm(pick.uniform(0, 3000)))


def _damage(pick: random.Random, job: Job, room: Room) -> Edit:
    sizes = (mm(pick.uniform(200, 2000)), mm(900), mm(1200), mm(1500))
    return edits.put_up(
        room.id, "marks", pick.choice(list(repair_kinds())), pick.choice(room.measured.walls).id, *sizes
    )


def _spot(pick: random.Random) -> tuple[float, float]:
    return round(pick.uniform(-500, 6000)), round(pick.uniform(-500, 6000))


def _zone(pick: random.Random, job: Job, room: Room) -> Edit:
    x, y = _spot(pick)
    wide, deep = pick.uniform(200, 4000), pick.uniform(200, 4000)
    ring = ((x, y), (x + wide, y), (x + wide, y + deep), (x, y + deep))
    return edits.add_zone(room.id, pick.choice(list(zone_uses())), ring)


def _piece(pick: random.Random, job: Job, room: Room) -> Edit:
    x, y = _spot(pick)
    wall = pick.choice(["", *(wall.id for wall in room.measured.walls)])
    where = {"x": x, "y": 0.0, "wall": wall} if wall else {"x": x, "y": y, "turn": pick.uniform(0, 360)}
    colour = pick.choice([(), *((colour.id,) for colour in job.colours)])
    price = pick.choice([None, 250.0])
    return edits.stand_piece(
        room.id, edits.usual_piece(pick.choice(list(furniture())), colours=colour, price=price, **where)
    )


def _lamp(pick: random.Random, job: Job, room: Room) -> Edit:
    x, y = _spot(pick)
    return edits.hang_lamp(room.id, Lamp("", pick.choice(list(lamp_kinds())), "", x, y, there=pick.random() < 0.3))


def _dressing(pick: random.Random, job: Job, room: Room) -> Edit:
    window = pick.choice([one.id for one in room.measured.openings] or [""])
    line = None if window and pick.random() < 0.8 else (_spot(pick), _spot(pick))
    cloth = pick.choice(list(job.cloth()))
    one = Dressing("", pick.choice(list(dressing_kinds())), "", "" if line else window, line, cloth)
    return edits.dress_window(room.id, one, "a window")


def _moved_piece(pick: random.Random, job: Job, room: Room) -> Edit:
    if not room.zones.pieces:
        raise CorniceError("Nothing stands here.")
    one, (x, y) = pick.choice(room.zones.pieces), _spot(pick)
    return edits.move_zoned(room.id, "pieces", one.id, one.name, x=x, y=y, wall="", turn=pick.uniform(0, 360))


def _role(pick: random.Random, job: Job, room: Room) -> Edit:
    if not job.colours:
        raise CorniceError("No colours.")
    colour = pick.choice(job.colours)
    return edits.set_role(room.id, colour.id, pick.choice(get_args(RoleKind)), colour.name)


USES: tuple[Callable[[random.Random, Job, Room], Edit], ...] = (
    _zone,
    _piece,
    _piece,
    _lamp,
    _dressing,
    _moved_piece,
    _role,
    lambda pick, job, room: edits.set_strategy(room.id, pick.choice(get_args(Strategy))),
)

ACTS: tuple[Callable[[random.Random, Job, Room], Edit], ...] = (
    _reading,
    _diagonal,
    _angle,
    _opening,
    _opening,
    _twin,
    _twin,
    _hang,
    _hang,
    _trim,
    _trim,
    _order,
    _finish,
    _finish,
    _finish,
    _wall,
    _panels,
    casework_edit,
    casework_edit,
    casework_edit,
    _brief,
    _brief,
    _item,
    _item_filled,
    _thing,
    _damage,
)


def _field(pick: random.Random, job: Job, room: Room) -> Edit:
    covering = pick.choice(sorted(shipped_coverings().values(), key=lambda one: one.id))
    edge = pick.choice([None, None, mm(pick.uniform(0, 1500))])
    field = Field("", pick.choice(["", "Behind", "Ogee"]), covering, pick.choice(room.measured.walls).id, left=edge)
    on = pick.choice(["wall", "wall", "wall", "floor", "ceiling", "fronts"])
    built_in = pick.choice([one.id for one in room.casework.built_ins] or [""])
    return edits.add_field(room.id, replace(field, on=on, built_in=built_in, bottom=pick.choice([None, edge])))


def _field_changed(pick: random.Random, job: Job, room: Room) -> Edit:
    field = pick.choice(room.walling.fields or [Field("g9", "nothing", shipped_coverings()["tile-square"])])
    change: dict[str, Any] = pick.choice(
        [
            {"pattern": pick.choice([None, *PATTERNS])},
            {"across": "typed", "start_x": mm(pick.uniform(0, 900))},
            {"up": pick.choice(["bottom", "top"])},
            {"border": mm(pick.uniform(20, 400)), "joint": mm(pick.uniform(1, 9))},
            {"turn": float(pick.randint(-90, 90))},
            {"drain": (pick.uniform(0, 4000), pick.uniform(0, 4000))},
            {"count": pick.randint(1, 300), "ends": pick.choice(["gap", "slat", "half"])},
            {"reveals": True, "outwards": pick.choice(["trimmed", "mitred"])},
            {"across": pick.choice(["on from left", "on from right"])},
            {"strip": _tile(pick, job), "strip_over": mm(pick.uniform(100, 1800))},
            {"only_whole": pick.choice([True, False])},
            {"outline": tuple((pick.uniform(0, 4000), pick.uniform(0, 2600)) for _ in range(pick.randint(3, 6)))},
        ]
    )
    return edits.change_field(room.id, field.id, field.name, **change)


def _tile(pick: random.Random, job: Job) -> Tile | None:
    return pick.choice([None, *(one for one in job.coverings if isinstance(one, Tile))])


def _paper_round(pick: random.Random, job: Job, room: Room) -> Edit:
    papers = [one for one in room.walling.fields if isinstance(one.covering, Paper) and one.on == "wall"]
    found = round_from(room, papers[0], job.house_rules) if papers else None
    if found is None:
        paper = next(one for one in shipped_coverings().values() if isinstance(one, Paper))
        return edits.add_field(room.id, Field("", "Leaves", paper, pick.choice(room.measured.walls).id))
    return edits.paper_round(room.id, papers[0], found.right, found.left)


def _programme(pick: random.Random, job: Job, room: Room) -> Edit:
    day = 739_000 + pick.randint(0, 60)
    keys = [f"{room.id}:{key}" for key in ("clear", "wash", "sand", "coat:walls:1", "fit:skirting", "dress", "no:such")]
    key = pick.choice(keys)
    return pick.choice(
        [
            edits.change_programme(begins=Day("then", day)),
            edits.change_programme(hands=pick.choice([None, 1, 2, 5])),
            edits.change_programme(noise=pick.choice([None, (9.0, 12.0), (14.0, 15.0)]), warm=pick.uniform(-5, 35)),
            edits.change_programme(skills={"joiner": pick.randint(1, 3)}),
            edits.wish_of_work(key, key, day=pick.choice([None, day]), hours=pick.choice([None, 0.1, 40.0])),
            edits.wish_of_work(key, key, left_out=pick.random() < 0.5, parts=pick.randint(1, 4)),
            edits.wish_of_work(key, key, together=pick.choice(keys), hands=pick.choice([None, 1, 3])),
            edits.add_work(OwnWork("", "Ogee", room.id, pick.uniform(0.1, 20), after=(key,), before=(keys[-2],))),
            edits.keep_free(day, day + pick.randint(0, 20), pick.choice(["", room.id]), "Ogee"),
            edits.take_weather((DayWeather(day, pick.uniform(-10, 30), rain=pick.random() < 0.5),)),
        ]
    )


def _presented(pick: random.Random, job: Job, room: Room) -> Edit:
    day, share = 739_000 + pick.randint(0, 900), pick.uniform(0.0, 0.9)
    key = pick.choice(["trim:skirting:150", "no:such", f"built-in:{room.id}"])
    x, y = pick.uniform(-500, 5000), pick.uniform(-500, 5000)
    eye = Viewpoint(x, y, (y, x + 1.0), pick.choice([None, mm(1150)]), angle=pick.uniform(20, 110))
    entry = Entry("", day, "Ogee", pick.choice(["", room.id]), pick.choice(["painted", "laid"]), litres=share * 9)
    entry = replace(entry, paint=pick.choice(job.paints).id, area=pick.choice([None, 12.0]), method="brush")
    tin = LeftTin("", pick.choice(job.paints).id, pick.choice(job.colours).id, 0.2 + share, day, "7", kept="cellar")
    return pick.choice(
        [
            edits.see_from(room.id, eye),
            edits.see_from(room.id, None),
            edits.answer_item(room.id, key, "Ogee", pick.choice(["yes", "no", "later", None]), "so", day),
            edits.make_optional(room.id, key, "Ogee", on=pick.random() < 0.7),
            edits.wish_of_card(pick.choice(["", room.id]), "view", "Ogee", at=(share, share), words="Mole"),
            edits.present_on(paper=pick.choice(["A4", "Tabloid", "screen"]), costs=pick.random() < 0.5),
            edits.log_entries((entry, replace(entry, hours=2.0, work=f"{room.id}:coat:walls:1"))),
            edits.shelve_left_over(tin, "Ogee"),
        ]
    )


def _hung_up(pick: random.Random, job: Job, room: Room) -> Edit:
    wall, at = pick.choice(room.measured.walls).id, mm(pick.uniform(100, 3000))
    pictures = tuple(
        Picture(f"p{number}", "Mole", mm(pick.uniform(100, 1200)), mm(pick.uniform(100, 900)))
        for number in range(pick.randint(0, 7))
    )
    outline = tuple((pick.uniform(0, 3000), pick.uniform(200, 2400)) for _ in range(pick.randint(3, 6)))
    field, thing = pick.choice(
        [
            ("galleries", Gallery("", "", wall, pictures, pick.choice(ARRANGED), middle=pick.choice([None, at]))),
            ("flights", Flight("", "", wall, outline, pick.choice([None, 40]), colours=(Tinted(job.colours[0].id),))),
            ("screens", Shown("", "", wall, mm(pick.uniform(500, 2500)), pick.choice(WAYS))),
            ("windows", FalseWindow("", "", wall, at, mm(900), mm(pick.uniform(200, 1500)), mm(1100))),
            ("bases", WetBase("", "", mm(pick.uniform(600, 1500)), at, pick.choice(["tiled", "preformed"]))),
        ]
    )
    return edits.put_on_wall(room.id, field, thing)


PUT_UP: tuple[Callable[[random.Random, Job, Room], Edit], ...] = (
    _field,
    _field,
    _field_changed,
    _paper_round,
    _hung_up,
    _programme,
    _presented,
)
