"""How long fitting trim takes: by the metre, by the side of an opening, for every mitre and cope (house rules)."""

from __future__ import annotations

from collections.abc import Mapping
from types import MappingProxyType

from narrow_cornice.derived.measured.at_work import at_work, is_high, off_a_ladder, slower_for
from narrow_cornice.derived.trimwork.cut_list import CutPiece, cut_list
from narrow_cornice.derived.trimwork.trimmed import trimmed_room
from narrow_cornice.explained.figures import Figure, explained, table, total
from narrow_cornice.job.as_built import as_built
from narrow_cornice.job.model import Room
from narrow_cornice.job.rules import house_rules_of
from narrow_cornice.job.trimwork import Joinery, MilledTrim
from narrow_cornice.memo import by_identity
from narrow_cornice.trim.kinds import MEMBERED, OF_TRIM, WITH_FACE, TrimKind

WORKED = ("mitred", "coped", "returned", "frame")  # ends that are more than cut square


@explained("fitting", "h", "length ÷ 1000 ÷ fitting")
def by_the_metre(length: float, fitting: float) -> float:
    """Return the hours of fitting trim by its length in mm."""
    return length / 1000 / fitting


@explained("fitting", "h", "sides × a side of an opening")
def by_the_side(sides: float, a_side_of_an_opening: float) -> float:
    """Return the hours of fitting casings."""
    return sides * a_side_of_an_opening


@explained("mitres and copes", "h", "ends × a mitre or a cope")
def worked_ends(ends: float, a_mitre_or_a_cope: float) -> float:
    """Return the hours of ends that are mitred, coped or returned; two halves of a mitre are two."""
    return ends * a_mitre_or_a_cope


@by_identity(times=1, each="room", of=as_built)
def fitting_hours(
    room: Room, changed_rules: dict[str, float], stock: tuple[MilledTrim, ...], joinery: Joinery
) -> Mapping[TrimKind, Figure]:
    """Return the hours of fitting each kind of new trim of a room."""
    trimmed, rules = trimmed_room(room, changed_rules), house_rules_of(changed_rules)
    if trimmed is None:
        return MappingProxyType({})
    cuts = cut_list(room, changed_rules, stock, joinery)
    made: dict[TrimKind, Figure] = {}
    slower = slower_for(room, rules)
    for kind in WITH_FACE:
        runs = [run for run in trimmed.runs if run.kind == kind and not run.there]
        if not runs:
            continue
        around = OF_TRIM[kind].around
        along = [run for run in runs if run.part == "along" or run.over or around == "panels"]
        parts = []
        if around == "openings":
            sides = {run.around for run in runs if run.part == "leg"}
            if sides:
                counted = table("sides", float(len(sides)), "", "openings cased on this side")
                parts.append(by_the_side(counted, rules.figure("hours_casing")))
        if along:
            rate = {MEMBERED: "hours_cornice"}.get(kind, "hours_panels" if around == "panels" else "hours_skirting")
            parts.append(by_the_metre(total("length", "run", [run.length for run in along]), rules.figure(rate)))
            if kind == MEMBERED and is_high(trimmed.height.value, rules):
                parts[-1] = off_a_ladder(parts[-1], rules.figure("hours_high"), called=parts[-1].name)
        ends = sum(_worked(one) for one in cuts if one.kind == kind and not one.block)
        if ends:
            counted = table("ends", float(ends), "", "of the cut list")
            parts.append(worked_ends(counted, rules.figure("hours_mitre")))
        if parts:
            made[kind] = at_work(total(kind, "h", parts), slower)
    return MappingProxyType(made)


def _worked(piece: CutPiece) -> int:
    return sum(end.cut in WORKED for end in (piece.left, piece.right))
