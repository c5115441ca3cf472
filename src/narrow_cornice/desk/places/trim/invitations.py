"""The last line of each sheet of trim: what can be added to it."""

from __future__ import annotations

from collections.abc import Callable, Iterator

from narrow_cornice.derived.trimwork.sections import add_member, like, placed_member, profile_of
from narrow_cornice.derived.trimwork.trimmed import TrimmedRoom, trimmed_room
from narrow_cornice.desk.bench import Bench
from narrow_cornice.desk.bringing_in import BringingIn
from narrow_cornice.desk.handing_out import HandingOut
from narrow_cornice.desk.offers import invitations as on_wall
from narrow_cornice.desk.places.trim.bringing_in import profiles
from narrow_cornice.desk.places.trim.handing_out import cut_list
from narrow_cornice.desk.places.trim.panel_rows import panel_offers
from narrow_cornice.desk.sheet_part import Invitation
from narrow_cornice.job import edits
from narrow_cornice.job.model import Room
from narrow_cornice.job.paths import MemberPath, TrimPath
from narrow_cornice.trim.kinds import KINDS, TrimKind


def invitations(bench: Bench, out: HandingOut, into: BringingIn, room: Room, leaf: str) -> Iterator[Invitation]:
    """Yield what a leaf's sheet invites to."""
    job = bench.session.job
    trimmed = trimmed_room(room, job.house_rules)
    if trimmed is None:
        return
    if leaf in ("room", "order"):
        missing = [kind for kind in reversed(KINDS) if not trimmed.trim.of(kind).fitted]
        if missing:
            yield Invitation("Fit more trim", of=tuple((kind, _fits(bench, room, kind)) for kind in missing))
    elif leaf == "section":
        yield from _beside_member(bench, trimmed)
    elif leaf == "panels":
        yield Invitation("Panels", of=tuple(panel_offers(bench, job, room)))
        framed = on_wall(bench, room, bench.session.view.wall_id, lambda field: field == "frames")
        yield Invitation(
            f"Something framed on wall {edits.wall_name(room, bench.session.view.wall_id)}", of=tuple(framed)
        )
    elif leaf == "stock":
        yield Invitation("Bring in stock profiles", lambda: profiles(into))
    elif leaf == "cuts":
        yield Invitation("Print the cut list and the bars", lambda: cut_list(out))


def _fits(bench: Bench, room: Room, kind: TrimKind) -> Callable[[], object]:
    def fit() -> None:
        if bench.do(edits.change_trim(room.id, kind, fitted=True)):
            bench.session.select(TrimPath(room.id, kind))

    return fit


def _beside_member(bench: Bench, trimmed: TrimmedRoom) -> Iterator[Invitation]:
    """Yield another member above and below the chosen one, or beside the first of the section."""
    selected = bench.session.view.selected
    if not isinstance(selected, MemberPath):
        return
    if placed_member(profile_of(trimmed, selected.kind), selected) is None:
        return
    new = like(trimmed, selected)
    yield Invitation(
        "Another member above this one",
        lambda: bench.session.do_made(lambda: add_member(trimmed, selected, "above", new)),
    )
    yield Invitation("below it", lambda: bench.session.do_made(lambda: add_member(trimmed, selected, "below", new)))
