"""The cut list of a room: every piece of trim in the order it is put up, with how each of its ends is cut.

Inside corners are coped or mitred as the job has it, outside corners mitred, with the saw set by the corner as it was
measured. Going round a room, a piece is cut square where it comes first to an inside corner, and coped to what is there
already. At a casing a piece is cut square; where a run ends free it is returned to the wall.
"""

from __future__ import annotations

import math
from collections.abc import Iterable, Iterator, Sequence
from typing import NamedTuple

import msgspec

from narrow_cornice.cutting.allowances import BarSaw, bar_saw
from narrow_cornice.derived.measured.backing import stud_places
from narrow_cornice.derived.measured.rooms import WallFace
from narrow_cornice.derived.trimwork.blocks import Block, blocks_of, board_for, meeting_blocks
from narrow_cornice.derived.trimwork.built_up import MemberPiece, built_of, measured_spring
from narrow_cornice.derived.trimwork.courses import courses_of
from narrow_cornice.derived.trimwork.end_cuts import AT_95, EndCut, end_of, longer_edge
from narrow_cornice.derived.trimwork.trimmed import TrimmedRoom, trimmed_room
from narrow_cornice.explained.figures import Figure, choice, table
from narrow_cornice.job.as_built import as_built
from narrow_cornice.job.measured import Backing
from narrow_cornice.job.model import Room
from narrow_cornice.job.paths import OpeningPath, ThingPath, TrimPath
from narrow_cornice.job.rules import house_rules_of
from narrow_cornice.job.trimwork import Joinery, MilledTrim
from narrow_cornice.memo import by_identity
from narrow_cornice.trim.catalogue import StockPiece
from narrow_cornice.trim.fitted import Fitted
from narrow_cornice.trim.kinds import MEMBERED, OF_TRIM, WITH_FACE, TrimKind
from narrow_cornice.trim.profiles import Profile
from narrow_cornice.trim.runs import Run
from narrow_cornice.trim.saw_settings import lying_flat, standing
from narrow_cornice.trim.scarfs import parts_of, scarf_places
from narrow_cornice.units.told import Bare, Told

INSTALLED = sorted(WITH_FACE, key=lambda kind: OF_TRIM[kind].put_up)
BOARD_MISSING = "no board"


class CutPiece(msgspec.Struct, frozen=True, gc=False):
    """One piece: its number in the order it is put up, its length over its longest points in mm.

    ``stock`` is the identity of the stock profile it is cut from, empty where it is made; ``block`` says that it is a
    plinth or corner block, or a strip that dentils or modillions are cut from; ``returns`` that it is the return of a
    run that ends free. ``unsure`` is by how many mm at 95 % its length may be off, where that is too much to cut it
    before its wall is read again; ``member`` is the piece of a member of a cornice it is a moulding of
    (``MemberPiece.key``), ``section`` the area of what is cut, in mm²;
    ``loose_joint`` the wall, by identity, on which the joint at its right end lies on nothing: on no stud, or on what
    nobody knows.
    """

    number: int
    kind: TrimKind
    wall: str
    name: str
    length: float
    left: EndCut
    right: EndCut
    about: ThingPath
    stock: str = ""
    block: bool = False
    unsure: float = 0.0
    member: str = ""
    returns: bool = False
    section: float = 0.0
    loose_joint: str = ""

    @property
    def to_saw(self) -> float:
        """Return the length it is bought with: with as much more as is not sure until its wall is read again."""
        return self.length + self.unsure

    def weight(self, density: float) -> float:
        """Return what it weighs in kg, of timber of a density in kg/m³."""
        return self.section * self.length * density / 1e9


def spring_of(piece: Fitted) -> Figure | None:
    """Return the angle between the wall and the back of a cornice, in degrees: as it was measured, else by its sizes.
    None of what stands against the wall."""
    if piece.kind != "cornice" or piece.height is None or piece.projection is None:
        return None
    if piece.spring is not None:
        return measured_spring(piece.spring)
    angle = math.degrees(math.atan2(piece.projection.value, piece.height.value))
    note = "from its height and how far it comes out: measure the moulding you buy"
    return Figure("spring", angle, "°", "table", note=note)


class Part(msgspec.Struct, frozen=True):
    """What of a piece of trim is cut as one: all of it, or one of the stock profiles it is put together from.

    ``short`` is what it comes out less than what comes out furthest, in mm: so much less does it reach round an outside
    corner.
    """

    name: str
    spring: Figure | None
    depth: float
    short: float = 0.0
    stock: StockPiece | None = None
    built: MemberPiece | None = None
    profile: Profile | None = None

    @property
    def key(self) -> str:
        """Return the identity of its stock profile or its board, empty where it is made."""
        if self.built is not None:
            board = self.built.board
            return board.id if board is not None else "" if self.built.profile is not None else BOARD_MISSING
        return self.stock.profile.id if self.stock is not None else ""

    @property
    def section(self) -> float:
        """Return the area of what is cut, in mm²: of a moulding by its profile, of a board by its sizes."""
        if self.built is not None and self.built.profile is not None:
            return self.built.profile.area
        if self.built is not None:
            return self.built.height * self.built.out
        if self.stock is not None:
            one = self.stock.profile
            return one.profile.area * (self.stock.width or one.height) / one.height
        return self.profile.area if self.profile is not None else 0.0

    @property
    def member(self) -> str:
        """Return the piece of a member of a cornice it is a moulding of, empty where it is none."""
        return self.built.key if self.built is not None and self.built.profile is not None else ""


def parts_of_piece(piece: Fitted, built: Sequence[MemberPiece] = ()) -> tuple[Part, ...]:
    """Return what a piece of trim is cut as: of a cornice that is ``built`` of members each of them."""
    out = piece.projection.value if piece.projection is not None else 0.0
    if built:
        return tuple(Part(f"{one.name}, cornice", one.spring, one.out, one.short, built=one) for one in built)
    if not piece.stock:
        return (Part(piece.kind, spring_of(piece), out, profile=piece.profile),)
    made = []
    for one in sorted(piece.stock, key=lambda each: (each.out, each.at)):
        spring = None
        if "crown" in one.profile.uses and piece.spring is not None:
            spring = measured_spring(piece.spring)
        elif "crown" in one.profile.uses:
            angle = math.degrees(math.atan2(one.profile.depth, one.profile.height))
            note = f"from the sizes of {one.profile.name}: measure the moulding you buy"
            spring = Figure("spring", angle, "°", "table", note=note)
        short = max(0.0, out - one.out - one.depth)
        made.append(Part(f"{piece.kind}, {one.words},", spring, one.depth, short, one))
    return tuple(made)


def longest_stock(kind: TrimKind, stock: Sequence[MilledTrim], saw: BarSaw) -> float:
    """Return the longest piece of this kind that a bar gives, endless where it is not sold."""
    lengths = [length for one in stock if kind in one.kinds for length in one.lengths]
    return saw.longest(lengths) if lengths else math.inf


@by_identity(times=1, each="room", of=as_built)
def cut_list(
    room: Room, changed_rules: dict[str, float], stock: tuple[MilledTrim, ...], joinery: Joinery
) -> tuple[CutPiece, ...]:
    """Return the room's pieces in the order they are put up; none while it is not measured."""
    trimmed = trimmed_room(room, changed_rules)
    if trimmed is None:
        return ()
    made: list[CutPiece] = []
    rules = house_rules_of(changed_rules)
    bars = Sold(stock, bar_saw(rules), rules.value("sure_within"))
    for kind in INSTALLED:
        runs = [run for run in trimmed.runs if run.kind == kind and not run.there]
        framed = [run for run in runs if run.part in ("upright", "level")]
        over = [run for run in runs if run.over]
        around = OF_TRIM[kind].around
        if around == "openings":
            made += _casings(trimmed, [run for run in runs if run not in framed], bars, len(made))
            made += _frames(trimmed, framed, bars, len(made))
            made += _blocks(trimmed, changed_rules, len(made))
        elif around == "panels":
            made += _frames(trimmed, runs, bars, len(made))
        elif runs:
            room_trim = trimmed.room.trim
            built = built_of(trimmed.trim.of(kind), room_trim.choices, room_trim.curves, rules)
            parts, along = parts_of_piece(trimmed.trim.of(kind), built), [run for run in runs if not run.over]
            if along:
                made += _round_the_room(trimmed, parts, along, bars, joinery, len(made))
            if over:
                made += _over_fronts(trimmed, parts, over, bars, len(made))
            meeting = [one for one in meeting_blocks(trimmed, changed_rules) if one.trim == kind]
            made += _cut_blocks(trimmed, meeting, len(made))
            if kind == MEMBERED:
                made += _courses(trimmed, changed_rules, bars.saw, len(made))
    return tuple(made)


class Sold(NamedTuple):
    """What trim is cut from: what is milled, how bars are sawn, and how many mm off a length may be at 95 % to be
    cut."""

    stock: Sequence[MilledTrim]
    saw: BarSaw
    sure: float

    def longest(self, kind: TrimKind, part: Part) -> float:
        """Return the longest piece that can be cut of a part of a kind."""
        if part.stock is not None:
            return self.saw.longest(part.stock.profile.lengths)
        if part.built is not None and part.built.board is not None:
            return self.saw.longest(part.built.board.lengths)
        return longest_stock(kind, self.stock, self.saw)


def _joined(piece: CutPiece, longest: float, depth: float) -> Iterator[CutPiece]:
    """Yield a piece of a frame or a casing, or where no bar is so long its parts, scarfed where they are equal."""
    overlap = min(depth, longest / 3)
    lengths = parts_of(piece.length, scarf_places(piece.length, longest, overlap), overlap)
    scarf = EndCut("scarfed", "glued", standing(table("corner", 90.0, "°", "a scarf of 45°")), "back")
    for place, length in enumerate(lengths):
        last = place == len(lengths) - 1
        name = piece.name + (f", part {place + 1} of {len(lengths)}" if len(lengths) > 1 else "")
        ends = (piece.left if place == 0 else scarf, piece.right if last else scarf)
        number = piece.number + place
        yield msgspec.structs.replace(piece, number=number, name=name, length=length, left=ends[0], right=ends[1])


def _casings(trimmed: TrimmedRoom, runs: Sequence[Run], bars: Sold, before: int) -> list[CutPiece]:
    """Return the pieces round the openings, square on the floor or on a plinth block: mitred in the plane of the wall,
    the head lying over the legs, or all of them between corner blocks."""
    corner = standing(choice("corner", 90.0, "°", note="of a casing, in the plane of the wall"))
    way = trimmed.room.trim.casing_heads
    parts = parts_of_piece(trimmed.trim.of("casing"))
    made: list[CutPiece] = []
    headed: set[str] = set()
    for run in runs:
        wall = trimmed.wall(run.wall)
        hole = next(one for one in wall.holes if one.id == run.around)
        leg = run.part == "leg"
        called = "foot" if run.part == "head" and hole.id in headed else run.part  # cased all round
        if run.part == "head":
            headed.add(hole.id)
        if way == "mitred":
            upper = EndCut("frame", "the head" if leg else "the leg", corner, "outer edge")
            lower = EndCut("frame", "the foot" if leg else "the leg", corner, "outer edge")
        elif way == "corner blocks":
            upper = lower = EndCut("square", "a corner block")
        else:
            across = "under the legs" if called == "foot" else "over the legs"
            upper, lower = (EndCut("square", one if leg else across) for one in ("the head", "the foot"))
        if leg and hole.to_floor:
            lower = EndCut("square", "the plinth block" if wall.casing.plinth else "the floor")
        about = OpeningPath(trimmed.room.id, hole.id)
        for part in parts:
            words = f" of {part.stock.words}" if part.stock is not None else ""
            name = f"{called}, {run.words[:40]}{words}"
            number = before + len(made) + 1
            length = run.to_buy.value
            piece = CutPiece(
                number, "casing", run.wall_name, name, length, lower, upper, about, part.key, section=part.section
            )
            made += _joined(piece, bars.longest("casing", part), part.depth)
    return made


def _frames(trimmed: TrimmedRoom, runs: Sequence[Run], bars: Sold, before: int) -> list[CutPiece]:
    """Return the pieces of panels, mirrors and screens, mitred in the wall's plane; stiles and rails are square."""
    corner = standing(choice("corner", 90.0, "°", note="of a frame, in the plane of the wall"))
    made: list[CutPiece] = []
    for run in runs:
        end = EndCut("frame", "its frame", corner, "outer edge")
        name = f"{run.part}, {run.words[:50]}"
        if run.part in ("stile", "rail"):
            end, name = EndCut("square", "rail and stile" if run.part == "stile" else "end to end"), run.words[:50]
        about = TrimPath(trimmed.room.id, run.kind)
        for part in parts_of_piece(trimmed.trim.of(run.kind)):
            words = f" of {part.stock.words}" if part.stock is not None else ""
            number = before + len(made) + 1
            length = run.to_buy.value
            piece = CutPiece(
                number, run.kind, run.wall_name, name + words, length, end, end, about, part.key, section=part.section
            )
            made += _joined(piece, bars.longest(run.kind, part), part.depth)
    return made


def _blocks(trimmed: TrimmedRoom, changed_rules: dict[str, float], before: int) -> list[CutPiece]:
    """Return plinth and corner blocks, cut square from a board."""
    return _cut_blocks(trimmed, blocks_of(trimmed, changed_rules), before)


def _cut_blocks(trimmed: TrimmedRoom, blocks: Iterable[Block], before: int) -> list[CutPiece]:
    square = EndCut("square", "its own size")
    made: list[CutPiece] = []
    for block in blocks:
        about = TrimPath(trimmed.room.id, block.trim)
        board = block.board.id if block.board is not None else BOARD_MISSING
        thick = block.thickness / block.layers
        for layer in range(1, block.layers + 1):
            of = f", {layer} of {block.layers}" if block.layers > 1 else ""
            name = Told(f"{block.kind}, {block.at[:40]}, ", Bare(block.width), " × ", Bare(block.thickness), of)
            piece = CutPiece(
                before + len(made) + 1, block.trim, block.wall, name, block.height, square, square, about, board, True,
                section=block.width * thick,
            )  # fmt: skip
            made.append(piece)
    return made


def _courses(trimmed: TrimmedRoom, changed_rules: dict[str, float], saw: BarSaw, before: int) -> list[CutPiece]:
    """Return the strips that dentils and modillions are cut from, each to be crosscut to so many of them: a strip is as
    high and as deep as they are, and as long as their widths and the kerfs between come to."""
    cross = EndCut("square", "crosscut to blocks")
    about = TrimPath(trimmed.room.id, MEMBERED)
    made: list[CutPiece] = []
    for run, course in courses_of(trimmed, changed_rules):
        board = board_for(max(course.tall, course.deep), min(course.tall, course.deep))
        each = course.width + saw.kerf
        most = course.count if board is None else max(1, int(saw.longest(board.lengths) // each))
        strips = -(-course.count // most)
        for strip in range(strips):
            count = course.count // strips + (1 if strip < course.count % strips else 0)
            name = f"{count} {course.what} {run.wall_name}"
            key = board.id if board is not None else BOARD_MISSING
            number = before + len(made) + 1
            section = course.tall * course.deep
            made.append(
                CutPiece(
                    number, MEMBERED, run.wall_name, name, count * each, cross, cross, about, key, True, section=section
                )
            )
    return made


def _round_the_room(
    trimmed: TrimmedRoom,
    parts: Sequence[Part],
    runs: Sequence[Run],
    bars: Sold,
    joinery: Joinery,
    before: int,
) -> list[CutPiece]:
    """Return the pieces of one kind, going round the room from its longest run to the left; of a kind put together from
    stock, one stock profile after another, from the wall outwards and up."""
    walls = [face.id for face in trimmed.faces]
    first = max(runs, key=lambda run: run.end - run.start)
    start = walls.index(first.wall)
    # The left end of a wall is at the corner where the anticlockwise walk leaves it: so left means on along the walk.
    ordered = sorted(runs, key=lambda run: ((walls.index(run.wall) - start) % len(walls), -run.start))
    made: list[CutPiece] = []
    for part in parts:
        put_up: set[tuple[str, str]] = set()
        for run in ordered:
            face = trimmed.measured.face(run.wall)
            ends = [end_of(trimmed, face, run, part.spring, side, put_up, joinery) for side in ("left", "right")]
            if part.built is not None and not part.built.member:  # nobody sees a batten
                ends = [EndCut("square", "the next batten")] * 2
            put_up |= {(run.wall, side) for side, end in (("left", run.left), ("right", run.right)) if end != "stop"}
            made += _parts(trimmed, face, run, part, ends[0], ends[1], bars=bars, before=before + len(made))
            out = trimmed.trim.of(run.kind).projection
            for end in ends:
                if end.cut == "returned" and out is not None:
                    made.append(_return(trimmed, run, part, end, out.value - part.short, before + len(made) + 1))
    return made


def _over_fronts(
    trimmed: TrimmedRoom, parts: Sequence[Part], runs: Sequence[Run], bars: Sold, before: int
) -> list[CutPiece]:
    """Return the pieces on fronts and on what is fixed between them: square at the gaps, mitred round a free end."""
    made: list[CutPiece] = []
    corner = choice("corner", 270.0, "°", note="round the free end of a built-in")
    edge = EndCut("square", "the edge of what it lies on")
    for part in parts:
        lying = part.spring is not None
        setting = lying_flat(part.spring, corner) if part.spring is not None else standing(corner)
        round_it = EndCut("mitred", "the free end of the built-in", setting, longer_edge(lying, outside=True))
        for run in runs:
            ends = tuple(round_it if end == "outside" else edge for end in (run.left, run.right))
            short = part.short * sum(end == "outside" for end in (run.left, run.right))
            number, name = before + len(made) + 1, f"{part.name} {run.words}"
            about = TrimPath(trimmed.room.id, run.kind)
            piece = CutPiece(
                number, run.kind, run.wall_name, name, run.to_buy.value - short, ends[0], ends[1], about, part.key,
                member=part.member, section=part.section,
            )  # fmt: skip
            made += _joined(piece, bars.longest(run.kind, part), part.depth)
    return made


# Many parameters: all that a piece is.
def _return(trimmed: TrimmedRoom, run: Run, part: Part, end: EndCut, long: float, number: int) -> CutPiece:
    """Return the short piece that closes the end of a run that ends free: from its face back to the wall."""
    name, about = f"return of {part.name} {run.wall_name}", TrimPath(trimmed.room.id, run.kind)
    back = EndCut("square", "the wall")
    piece = CutPiece(number, run.kind, run.wall_name, name, long, end, back, about, part.key, returns=True)
    return msgspec.structs.replace(piece, member=part.member, section=part.section)


def _parts(
    trimmed: TrimmedRoom,
    face: WallFace,
    run: Run,
    part: Part,
    left: EndCut,
    right: EndCut,
    *,
    bars: Sold,
    before: int,
) -> list[CutPiece]:
    """Return a run as one piece, or as several that are scarfed. Places along a wall are read from its left end: what
    reaches its right one is no surer than the wall."""
    overlap = 20.0 if part.spring is not None else part.depth
    studs = [place - run.start for place in stud_places(trimmed.room.measured.backing.get(face.id), face.length)]
    longest = bars.longest(run.kind, part)
    off = AT_95 * (face.extent.sigma or 0.0)
    unsure = off if run.right != "stop" and off > bars.sure else 0.0
    whole = run.to_buy.value
    for end, corner in ((run.left, face.left), (run.right, face.right)):
        if end == "outside":
            whole -= part.short * math.tan(math.radians((corner.value - 180.0) / 2.0))
    overlap = min(overlap, longest / 3)  # of trim that is thicker than a third of its length nobody makes a joint
    joints = scarf_places(whole + unsure, longest, overlap, studs)
    lengths = parts_of(whole, joints, overlap)
    where = "on a stud" if joints and all(one in studs for one in joints) else "glued"
    masonry = trimmed.room.measured.backing.get(face.id, Backing()).kind == "masonry"
    loose = "" if where == "on a stud" or masonry else face.id
    scarf = EndCut("scarfed", where, standing(table("corner", 90.0, "°", "a scarf of 45°")), "back")
    about = TrimPath(trimmed.room.id, run.kind)
    made = []
    for place, length in enumerate(lengths):
        name = f"{part.name} {run.wall_name}" + (f", part {place + 1} of {len(lengths)}" if len(lengths) > 1 else "")
        ends = (left if place == 0 else scarf, right if place == len(lengths) - 1 else scarf)
        last = place == len(lengths) - 1
        made.append(
            CutPiece(
                before + place + 1, run.kind, run.wall_name, name, length, *ends, about, part.key,
                unsure=unsure if last else 0.0, member=part.member, section=part.section,
                loose_joint="" if last else loose,
            )
        )  # fmt: skip
    return made
