"""Ten thousand random edits, undos and redos: nothing is lost, everything derived stays true."""

from __future__ import annotations

import random

import msgspec
from hypothesis import HealthCheck, assume, settings, strategies as st
from hypothesis.stateful import RuleBasedStateMachine, initialize, invariant, precondition, rule

from narrow_cornice.derived.bought.answer import takeoff_answer
from narrow_cornice.derived.bought.tally import tally
from narrow_cornice.derived.bought.to_buy import to_buy
from narrow_cornice.derived.programmed.programme import programme_of
from narrow_cornice.derived.trimwork.sections import (
    add_member,
    change_member,
    like,
    move_joint,
    profile_of,
    remove_member,
    undraw,
    with_dentils,
)
from narrow_cornice.derived.trimwork.trimmed import trimmed_room
from narrow_cornice.errors import CorniceError
from narrow_cornice.job import edits
from narrow_cornice.job.file import decode_job, encode_job
from narrow_cornice.job.history import Edit, History
from narrow_cornice.job.measured import Twin
from narrow_cornice.job.model import Job
from narrow_cornice.job.paths import BriefPath, MemberPath, WallPath
from narrow_cornice.job.samples import demo_job, starting_job
from narrow_cornice.memo import let_go
from narrow_cornice.review.second_look import second_look
from narrow_cornice.survey.readings import AngleReading
from narrow_cornice.trim.catalogue import StockPiece, shipped_profiles
from narrow_cornice.trim.kinds import KINDS, TrimKind
from narrow_cornice.trim.orders import Order, orders
from narrow_cornice.trim.panels import ZONES
from narrow_cornice.trim.proportion import SCHOOLS
from narrow_cornice.units.lengths import Length, parse_length
from programmes import rule_broken
from random_built import casework_edit
from random_jobs import GROUPS
from thorough import many

lengths = st.one_of(
    st.integers(1, 6000).map(lambda mm: parse_length(str(mm))),
    st.sampled_from(["8' 7 1/2\"", "2400 - 36", "3.2 m", '⅞"', "0.01", "99999", "100001"]).map(parse_length),
)
picks = st.integers(0, 10_000)
places = st.floats(-50, 400)
KINDS_AND_MEMBERS = (*KINDS, "cornice: corona", "cornice: bed mould", "cornice: cymatium")


def derived(job: Job) -> tuple[object, ...]:
    """Return everything that is shown of a job, as plain values."""
    findings = [
        (one.key, one.says, one.measured, [fix.title for fix in one.fixes], one.kept) for one in second_look(job)
    ]
    return takeoff_answer(job), {name: figure.value for name, figure in tally(job).items()}, findings


class Editing(RuleBasedStateMachine):
    """A person at work; ``past`` and ``future`` are kept beside the history as bytes."""

    @initialize(demo=st.booleans())
    def begin(self, demo: bool) -> None:
        self.history = History(demo_job() if demo else starting_job())
        self.past: list[bytes] = []
        self.future: list[bytes] = []
        self.steps = 0

    def do(self, edit: Edit) -> None:
        before = msgspec.json.encode(self.history.job)
        try:
            happened = self.history.do(edit)
        except CorniceError:
            assert msgspec.json.encode(self.history.job) == before
            return
        if happened:
            self.past.append(before)
            self.future.clear()
        else:
            assert msgspec.json.encode(self.history.job) == before

    def attempt(self, make, *arguments, **fields) -> None:  # type: ignore[no-untyped-def]
        """Make an edit that may be refused as it is made, and do it."""
        try:
            edit = make(*arguments, **fields)
        except CorniceError:
            return
        self.do(edit)

    def room(self, pick: int):  # type: ignore[no-untyped-def]
        rooms = [room for room in self.history.job.rooms if not room.outdoors]
        assume(rooms)
        return rooms[pick % len(rooms)]

    @rule(name=st.text(max_size=12), one=lengths, other=lengths, height=lengths)
    def add_room(self, name: str, one: Length, other: Length, height: Length) -> None:
        if len(self.history.job.rooms) < 5:
            self.attempt(edits.add_room, name, one, other, height)

    @precondition(lambda self: len(self.history.job.rooms) > 1)
    @rule(pick=picks)
    def remove_room(self, pick: int) -> None:
        if pick % 7 == 0:
            room = self.room(pick)
            self.do(edits.remove_room(room.id, room.name))

    @precondition(lambda self: self.history.job.rooms)
    @rule(pick=picks, wall=picks, readings=st.lists(lengths, max_size=3), turn=st.sampled_from(["left", "right", ""]))
    def measure(self, pick: int, wall: int, readings: list[Length], turn: str) -> None:
        room = self.room(pick)
        side = room.measured.walls[wall % len(room.measured.walls)]
        if turn and pick % 5 == 0:
            self.do(edits.set_turn(room.id, side.id, turn, "B"))  # type: ignore[arg-type]
        else:
            self.attempt(edits.set_readings, room.id, side.id, tuple(readings), "A–B")

    @precondition(lambda self: self.history.job.rooms)
    @rule(pick=picks, seed=picks)
    def casework(self, pick: int, seed: int) -> None:
        try:
            edit = casework_edit(random.Random(seed), self.history.job, self.room(pick))
        except CorniceError:
            return
        self.do(edit)

    @precondition(lambda self: self.history.job.rooms)
    @rule(pick=picks, heights=st.lists(st.integers(1800, 4000).map(lambda mm: parse_length(str(mm))), max_size=4))
    def heights(self, pick: int, heights: list[Length]) -> None:
        self.attempt(edits.set_heights, self.room(pick).id, tuple(heights))

    @precondition(lambda self: self.history.job.rooms)
    @rule(
        pick=picks,
        wall=picks,
        out=st.sampled_from(["projection", "recess"]),
        place=lengths,
        width=lengths,
        depth=lengths,
    )
    def break_wall(self, pick: int, wall: int, out: str, place: Length, width: Length, depth: Length) -> None:
        room = self.room(pick)
        if len(room.measured.walls) < 20:
            side = room.measured.walls[wall % len(room.measured.walls)]
            self.attempt(edits.break_wall, room.id, side.id, "A–B", out, place, width, depth)

    @precondition(lambda self: self.history.job.rooms)
    @rule(pick=picks, wall=picks, what=st.sampled_from(["add", "remove", "notch"]), along=lengths, across=lengths)
    def reshape(self, pick: int, wall: int, what: str, along: Length, across: Length) -> None:
        room = self.room(pick)
        side = room.measured.walls[wall % len(room.measured.walls)]
        if what == "add" and len(room.measured.walls) < 20:
            self.attempt(edits.add_wall, room.id, side.id, "A–B")
        elif what == "remove":
            self.attempt(edits.remove_wall, room.id, side.id, "A–B")
        elif what == "notch" and len(room.measured.walls) < 20:
            self.attempt(edits.notch_corner, room.id, side.id, "B", along, across)

    @precondition(lambda self: self.history.job.rooms)
    @rule(pick=picks, wall=picks)
    def straighten(self, pick: int, wall: int) -> None:
        room = self.room(pick)
        self.attempt(edits.straighten_wall, room.id, wall % len(room.measured.walls), "A–B")

    @precondition(lambda self: self.history.job.rooms)
    @rule(pick=picks, wall=picks, kind=st.sampled_from(["door", "window", "doorway"]), place=lengths)
    def add_opening(self, pick: int, wall: int, kind: str, place: Length) -> None:
        room = self.room(pick)
        if len(room.measured.openings) < 8:
            self.attempt(
                edits.add_opening, room.id, kind, room.measured.walls[wall % len(room.measured.walls)].id, place
            )

    @precondition(lambda self: any(room.measured.openings for room in self.history.job.rooms))
    @rule(
        pick=picks, field=st.sampled_from(["place", "width", "height", "sill", "reveal", "cased", "gone"]), size=lengths
    )
    def change_opening(self, pick: int, field: str, size: Length) -> None:
        room = next(room for room in self.history.job.rooms if room.measured.openings)
        opening = room.measured.openings[pick % len(room.measured.openings)]
        if field == "gone":
            self.do(edits.remove_opening(room.id, opening.id, opening.name))
        else:
            value = bool(pick % 2) if field == "cased" else size
            self.attempt(edits.change_opening, room.id, opening.id, opening.name, **{field: value})

    @precondition(lambda self: self.history.job.rooms)
    @rule(
        pick=picks,
        order=st.sampled_from(sorted(orders())),
        school=st.sampled_from(SCHOOLS),
        rank=st.sampled_from(["principal", "secondary", "plain"]),
    )
    def choose_order(self, pick: int, order: str, school: str, rank: str) -> None:
        self.attempt(edits.change_room, self.room(pick).id, "order", order=order, school=school, rank=rank)

    @precondition(lambda self: self.history.job.rooms)
    @rule(
        pick=picks, two_tone=st.sampled_from(["one tone", "at the dado rail", "at a height"]), split=st.none() | lengths
    )
    def two_tone(self, pick: int, two_tone: str, split: Length | None) -> None:
        self.attempt(edits.change_room, self.room(pick).id, "walls", two_tone=two_tone, split=split)

    @precondition(lambda self: self.history.job.rooms)
    @rule(pick=picks, kind=st.sampled_from(KINDS_AND_MEMBERS), fitted=st.sampled_from([True, False, None]))
    def fit_trim(self, pick: int, kind: str, fitted: bool | None) -> None:
        self.do(edits.change_trim(self.room(pick).id, kind, fitted=fitted))

    @precondition(lambda self: self.history.job.rooms)
    @rule(
        pick=picks,
        kind=st.sampled_from(KINDS_AND_MEMBERS),
        field=st.sampled_from(["height", "projection", "top"]),
        size=st.none() | lengths,
    )
    def size_trim(self, pick: int, kind: str, field: str, size: Length | None) -> None:
        self.attempt(edits.change_trim, self.room(pick).id, kind, **{field: size})

    @precondition(lambda self: self.history.job.rooms)
    @rule(
        pick=picks,
        group=st.sampled_from(GROUPS),
        single=st.booleans(),
        paint=picks,
        colour=picks,
        state=st.sampled_from(["sound", "patched", "bare"]),
        coats=st.none() | st.integers(1, 4),
    )
    def finish(
        self, pick: int, group: str, single: bool, paint: int, colour: int, state: str, coats: int | None
    ) -> None:
        job, room = self.history.job, self.room(pick)
        key = f"{group}@{room.measured.walls[pick % len(room.measured.walls)].id}" if single else group
        self.do(
            edits.change_finish(
                [room.id],
                [key],
                "finish",
                paint=job.paints[paint % len(job.paints)].id,
                colour=job.colours[colour % len(job.colours)].id,
                state=state,
                coats=coats,
            )
        )

    @precondition(lambda self: self.history.job.rooms)
    @rule(pick=picks, wall=picks, other=picks, angle=st.floats(20, 340), size=lengths)
    def read_corners(self, pick: int, wall: int, other: int, angle: float, size: Length) -> None:
        """Angles, assumptions, diagonals, offsets, readings set aside."""
        room = self.room(pick)
        count = len(room.measured.walls)
        side, second, third = (room.measured.walls[(wall + step) % count] for step in (0, 1 + other % (count - 1), 2))
        match pick % 9:
            case 8:
                self.attempt(edits.reduce_cornice, room.id, edits.REDUCTIONS[wall % len(edits.REDUCTIONS)])
            case 7:
                self.attempt(edits.order_of_the_house, room.id)
            case 6:
                level = ("floor", "middle", "top")[wall % 3]
                self.attempt(edits.put_width, room.id, side.id, second.id, level, size, (size,), "width")
            case 0:
                self.attempt(edits.set_angles, room.id, side.id, (AngleReading(round(angle, 1)),), "B")
            case 1:
                assumed = None if angle < 60 else min(angle, 360 - angle)
                self.attempt(edits.assume_corner, room.id, side.id, assumed, "B")
            case 2:
                self.attempt(edits.put_diagonal, room.id, side.id, second.id, (size,), "A to C")
            case 3:
                self.attempt(edits.put_offset, room.id, side.id, second.id, third.id, (size,), "offset")
            case 4:
                self.attempt(edits.set_aside, WallPath(room.id, side.id, reading=0), "wall", aside=angle > 180)
            case 5:
                self.attempt(edits.set_slope, room.id, side.id, "A–B", size, parse_length("1200"))

    @precondition(lambda self: self.history.job.rooms)
    @rule(pick=picks, wall=picks, size=lengths, small=st.integers(50, 900).map(lambda mm: parse_length(str(mm))))
    def put_on_a_wall(self, pick: int, wall: int, size: Length, small: Length) -> None:
        """Fixtures, damage, old trim, built-ins, beams, bays, rounded corners, doors that two rooms share."""
        room = self.room(pick)
        side = room.measured.walls[wall % len(room.measured.walls)]
        match pick % 8:
            case 0:
                self.attempt(edits.put_up, room.id, "fixtures", "grille", side.id, size)
            case 1:
                self.attempt(edits.put_up, room.id, "marks", "crack", side.id, size, small, small, small)
            case 2:
                self.attempt(edits.put_up, room.id, "there", "skirting", side.id, small, small)
            case 3:
                self.attempt(edits.put_up, room.id, "recesses", "built-in", side.id, small)
            case 4:
                self.attempt(edits.put_up, room.id, "bulks", "beam", side.id, size)
            case 5 if len(room.measured.walls) < 16:
                self.attempt(edits.add_bay, room.id, side.id, "A–B", small, size, small, small)
            case 6 if len(room.measured.walls) < 16:
                self.attempt(edits.curve_corner, room.id, side.id, "B", small, small, 3)
            case 7:
                others = [(r.id, o.id) for r in self.history.job.rooms if r.id != room.id for o in r.measured.openings]
                if room.measured.openings and others:
                    mine = room.measured.openings[wall % len(room.measured.openings)]
                    twin = Twin(*others[pick % len(others)])
                    self.attempt(edits.join_openings, room.id, mine.id, twin, mine.name)

    @precondition(lambda self: self.history.job.rooms)
    @rule(pick=picks, which=st.sampled_from(["needs", "furnishings", "fixed", "hide"]), text=st.text(max_size=9))
    def write_the_brief(self, pick: int, which: str, text: str) -> None:
        room = self.room(pick)
        items = getattr(room.brief, which)
        if not items or pick % 4 == 0:
            self.do(edits.add_brief_item(BriefPath(room.id, which)))
            return
        item = items[pick % len(items)]
        field = {"needs": "answer", "furnishings": "name", "fixed": "name", "hide": "answer"}[which]
        self.attempt(edits.set_brief, BriefPath(room.id, which, item.id, field), text, "mm")
        if which == "furnishings":
            other = self.room(pick + 1).id
            self.attempt(edits.set_brief, BriefPath(room.id, which, item.id, "decision"), "move", "mm")
            self.attempt(edits.set_brief, BriefPath(room.id, which, item.id, "to"), other, "mm")

    @rule(pick=picks, reason=st.sampled_from([None, "the client wishes it"]))
    def settle_finding(self, pick: int, reason: str | None) -> None:
        findings = second_look(self.history.job)
        if findings:
            finding = findings[pick % len(findings)]
            if finding.fixes and pick % 3:
                self.do(finding.fixes[pick % len(finding.fixes)])
            else:
                self.do(edits.keep_finding(finding.key, reason, finding.says))

    @rule(pick=picks)
    def tick(self, pick: int) -> None:
        lines = to_buy(self.history.job).lines
        if lines:
            line = lines[pick % len(lines)]
            self.do(edits.tick(line.key, line.bought_as if pick % 3 else None, line.name))

    @precondition(lambda self: self.history.job.rooms)
    @rule(
        pick=picks,
        wall=picks,
        size=lengths,
        what=st.sampled_from(["panels", "wainscot", "mirror", "screen", "margin", "walls", "gone", "slope", "there"]),
    )
    def panels_frames_and_slopes(self, pick: int, wall: int, size: Length, what: str) -> None:
        room = self.room(pick)
        side = room.measured.walls[wall % len(room.measured.walls)].id
        if what in ("panels", "wainscot") and len(room.trim.panels) < 3:
            manner = "wainscot" if what == "wainscot" else "picture-frame"
            self.attempt(edits.add_panels, room.id, ZONES[pick % 3], manner, size)
        elif what in ("mirror", "screen") and len(room.trim.frames) < 4:
            self.attempt(edits.put_up, room.id, "frames", what, side, size, *((size,) if what == "screen" else ()))
        elif what == "margin" and room.trim.panels:
            self.attempt(edits.change_panels, room.id, room.trim.panels[0].id, margin=size)
        elif what == "walls" and room.trim.panels:
            self.attempt(edits.change_panels, room.id, room.trim.panels[0].id, walls=(side,))
        elif what == "gone" and room.trim.panels:
            self.do(edits.remove_panels(room.id, room.trim.panels[0].id))
        elif what == "slope":
            self.attempt(edits.set_slope, room.id, side, "A–B", size, size)
        elif what == "there":
            self.attempt(edits.put_up, room.id, "there", "skirting", side, size, size)

    @precondition(lambda self: self.history.job.rooms)
    @rule(
        pick=picks, index=st.integers(0, 9), z=st.floats(-50, 300), y=st.floats(-50, 400), kind=st.sampled_from(KINDS)
    )
    def draw_a_section(self, pick: int, index: int, z: float, y: float, kind: TrimKind) -> None:
        trimmed = trimmed_room(self.room(pick), self.history.job.house_rules)
        if trimmed is None:
            return
        profile = profile_of(trimmed, kind)
        if profile is None or not profile.members:
            return
        one = profile.members[index % len(profile.members)]
        path = MemberPath(self.room(pick).id, kind, one.stack, one.index)
        acts = (
            lambda: move_joint(trimmed, path, z, y),
            lambda: change_member(trimmed, path, height=abs(y)),
            lambda: change_member(trimmed, path, curves="greek"),
            lambda: add_member(trimmed, path, "above", like(trimmed, path)),
            lambda: remove_member(trimmed, path),
            lambda: undraw(trimmed, kind),
            lambda: with_dentils(trimmed),
        )
        self.attempt(acts[pick % len(acts)])

    @precondition(lambda self: self.history.job.rooms)
    @rule(pick=picks, kind=st.sampled_from(["skirting", "cornice", "casing"]), what=st.integers(0, 6), left=lengths)
    def stock_orders_and_left_overs(self, pick: int, kind: TrimKind, what: int, left: Length) -> None:
        job, room = self.history.job, self.room(pick)
        own = Order("own", "Own", 8.0, 2.0, 2.0, 3.0, 1.0 + pick % 4, (("cymatium", 1.0), ("dentil band", 2.0)), ())
        if what == 0:
            pieces = tuple(StockPiece(one, 0.0, 0.0) for one in shipped_profiles() if kind in one.uses)[:1]
            self.do(edits.use_stock(room.id, kind, pieces, "stock"))
        elif what == 1:
            self.do(edits.put_orders([own], "an order"))
        elif what == 2:
            self.attempt(edits.choose_order, room.id, "own" if pick % 2 else "doric")
        elif what == 3:
            self.do(edits.cornices_by_rank())
        elif what == 4:
            self.do(edits.change_room(room.id, "casings", casing_heads=("mitred", "butted", "corner blocks")[pick % 3]))
        elif what == 5:
            self.do(edits.change_room(room.id, "plinths", plinth_blocks=bool(pick % 2)))
        else:
            lines = [line for line in to_buy(job).lines if line.kind == "trim"]
            if lines:
                line = lines[pick % len(lines)]
                self.attempt(edits.set_left_over, line.key, [left.mm] * (pick % 3), line.name)

    @rule(unit=st.sampled_from(["mm", "in"]), step=st.sampled_from([0.5, 1]), tone=st.integers(0, 0xFFFFFF))
    def settings_and_colours(self, unit: str, step: float, tone: int) -> None:
        self.do(edits.change_settings(unit=unit, step=step))
        self.do(edits.change_colour(self.history.job.colours[0].id, "First", f"#{tone:06x}"))

    @rule(value=st.floats(0, 50))
    def house_rule(self, value: float) -> None:
        self.do(edits.change_house_rule("reading_sigma", value, "uncertainty"))

    @rule(times=st.integers(1, 6))
    def undo(self, times: int) -> None:
        for _ in range(times):
            now = msgspec.json.encode(self.history.job)
            if self.history.undo():
                self.future.append(now)
                assert msgspec.json.encode(self.history.job) == self.past.pop()
            else:
                assert not self.past

    @rule(times=st.integers(1, 6))
    def redo(self, times: int) -> None:
        for _ in range(times):
            now = msgspec.json.encode(self.history.job)
            if self.history.redo():
                self.past.append(now)
                assert msgspec.json.encode(self.history.job) == self.future.pop()
            else:
                assert not self.future

    @invariant()
    def totals_are_there_after_every_step(self) -> None:
        if not hasattr(self, "history"):
            return
        self.steps += 1
        figures = tally(self.history.job)
        assert all(figure.value >= -1e-6 for figure in figures.values())
        second_look(self.history.job)
        if self.steps % 50 == 0:
            self.check_everything()

    def check_everything(self) -> None:
        job = self.history.job
        assert job == job.__copy__()
        assert decode_job(encode_job(job), "again") == job
        shown = derived(job)
        programme = programme_of(job)
        assert programme.fault or rule_broken(programme.works, programme.terms, programme.plan) == ""
        let_go()
        assert derived(decode_job(encode_job(job), "again")) == shown

    def teardown(self) -> None:
        if hasattr(self, "history"):
            self.check_everything()
            while self.history.undo():
                assert msgspec.json.encode(self.history.job) == self.past.pop()
            assert not self.past


TestEditing = Editing.TestCase
TestEditing.settings = settings(
    max_examples=many(1, 40), stateful_step_count=many(80, 110), deadline=None, suppress_health_check=list(HealthCheck)
)
