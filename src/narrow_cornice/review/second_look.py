"""Looking the job over: every rule asked, the worst first, what was kept marked as kept."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from datetime import date

from narrow_cornice.derived.bought.to_buy import to_buy
from narrow_cornice.derived.coated.coatings import coated_surfaces
from narrow_cornice.derived.trimwork.trimmed import trimmed_room
from narrow_cornice.job.brief import HouseBrief
from narrow_cornice.job.finishes import Colour, Paint
from narrow_cornice.job.measured import WayIn
from narrow_cornice.job.model import Job, Room, Settings
from narrow_cornice.job.rules import house_rules_of
from narrow_cornice.memo import by_identity
from narrow_cornice.review.finding import GRADES, Finding, JobSeen, RoomSeen
from narrow_cornice.review.rules import (
    accent_once,
    agreed_open,
    bare_unprimed,
    bed_direction,
    before_window,
    block_beyond_wall,
    block_on_opening,
    boards_turn,
    built_in_covers,
    built_in_fit,
    built_ins_meet,
    casing_narrow,
    casing_thin,
    clearance_short,
    client_says,
    cornice_large,
    damage_unprimed,
    date_near,
    fall_tile,
    field_sliver,
    field_unlaid,
    fixed_beside,
    fixture_covered,
    fold_down_bed,
    frame_contrast,
    fronts_open,
    hangs_firmly,
    house_rule_open,
    kept_no_room,
    large_in_colour,
    left_unpainted,
    light_short,
    lone_crown,
    many_colours,
    metal_once,
    mood_against_colours,
    near_heat,
    old_trim_meets,
    one_size,
    opening_fit,
    ornament_scale,
    out_of_reach,
    paper_meets,
    pattern_scales,
    permission_missing,
    picture_hangs,
    picture_width,
    piece_unplaced,
    pieces_clash,
    pieces_moved,
    programme_kept,
    rank_of_trim,
    reading_doubtful,
    recess_unsure,
    rooms_apart,
    rooms_meet,
    rug_small,
    scarf_loose,
    screen_placed,
    shares_off,
    shelf_sags,
    slats_meet_fronts,
    stain_untried,
    strong_change,
    style_order,
    thin_trim,
    tins_unmixed,
    trim_across,
    trim_over_fronts,
    trim_overlaps,
    way_narrow,
    wedge_over_cornice,
    who_works,
)

ROOM_RULES: tuple[Callable[[RoomSeen], Iterator[Finding]], ...] = (
    reading_doubtful.look,
    opening_fit.look,
    block_beyond_wall.look,
    block_on_opening.look,
    trim_overlaps.look,
    near_heat.look,
    permission_missing.look,
    recess_unsure.look,
    built_in_fit.look,
    built_in_covers.look,
    built_ins_meet.look,
    fronts_open.look,
    hangs_firmly.look,
    fold_down_bed.look,
    shelf_sags.look,
    kept_no_room.look,
    out_of_reach.look,
    style_order.look,
    fixture_covered.look,
    old_trim_meets.look,
    damage_unprimed.look,
    who_works.look,
    casing_narrow.look,
    casing_thin.look,
    lone_crown.look,
    thin_trim.look,
    cornice_large.look,
    wedge_over_cornice.look,
    ornament_scale.look,
    rank_of_trim.look,
    frame_contrast.look,
    bare_unprimed.look,
    strong_change.look,
    left_unpainted.look,
    many_colours.look,
    mood_against_colours.look,
    fixed_beside.look,
    pieces_clash.look,
    clearance_short.look,
    way_narrow.look,
    before_window.look,
    rug_small.look,
    light_short.look,
    field_unlaid.look,
    fall_tile.look,
    field_sliver.look,
    slats_meet_fronts.look,
    boards_turn.look,
    trim_over_fronts.look,
    paper_meets.look,
    picture_hangs.look,
    picture_width.look,
    screen_placed.look,
    bed_direction.look,
)
JOB_RULES: tuple[Callable[[JobSeen], Iterator[Finding]], ...] = (
    tins_unmixed.look,
    stain_untried.look,
    one_size.look,
    accent_once.look,
    agreed_open.look,
    pieces_moved.look,
    date_near.look,
    programme_kept.look,
    client_says.look,
    house_rule_open.look,
    rooms_meet.look,
    trim_across.look,
    scarf_loose.look,
    piece_unplaced.look,
    rooms_apart.look,
    shares_off.look,
    metal_once.look,
    pattern_scales.look,
    large_in_colour.look,
)


@by_identity(times=1, each="room")
def _room_findings(
    room: Room,
    changed_rules: dict[str, float],
    paints: tuple[Paint, ...],
    colours: tuple[Colour, ...],
    settings: Settings,
    ways_in: tuple[WayIn, ...],
    house: HouseBrief,
) -> tuple[Finding, ...]:
    trimmed = trimmed_room(room, changed_rules)
    if trimmed is None:  # not yet measured: nothing is begun that could be nagged about
        return ()
    coated = coated_surfaces(room, changed_rules, paints, colours)
    rules = house_rules_of(changed_rules)
    seen = RoomSeen(room, trimmed, coated, rules, paints, settings, changed_rules, ways_in, house, colours)
    return tuple(finding for rule in ROOM_RULES for finding in rule(seen))


def second_look(job: Job, today: date | None = None) -> tuple[Finding, ...]:
    """Return what deserves a decision, the gravest first, then what was kept."""
    return _second_look(job, (today or date.today()).toordinal())


@by_identity(times=2, each="job")
def _second_look(job: Job, today: int) -> tuple[Finding, ...]:
    findings: list[Finding] = []
    for room in job.rooms:
        findings += _room_findings(room, job.house_rules, job.paints, job.colours, job.settings, job.ways_in, job.brief)
    coated = tuple((room, coated_surfaces(room, job.house_rules, job.paints, job.colours)) for room in job.rooms)
    seen = JobSeen(job, to_buy(job), coated, house_rules_of(job.house_rules), date.fromordinal(today))
    for rule in JOB_RULES:
        findings += rule(seen)
    findings = [finding.kept_because(job.kept.get(finding.key)) for finding in findings]
    return tuple(sorted(findings, key=lambda one: (one.kept is not None, GRADES.index(one.grade))))


def to_settle(job: Job) -> tuple[Finding, ...]:
    """Return the findings nobody has decided yet."""
    return tuple(finding for finding in second_look(job) if finding.kept is None)
