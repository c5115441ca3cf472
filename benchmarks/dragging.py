"""What is dragged with the mouse: a piece, a field of tiles, a joint of a profile."""

from __future__ import annotations

import time
from collections.abc import Sequence
from typing import Any

from msgspec.structs import replace
from timing import median, timed
from windows import settled, window_of

from narrow_cornice.derived.trimwork.sections import move_joint, placed_member, profile_of
from narrow_cornice.derived.trimwork.trimmed import trimmed_room
from narrow_cornice.drawing.section import trim_section
from narrow_cornice.explained.paths import ThingPath
from narrow_cornice.job import edits
from narrow_cornice.job.history import History
from narrow_cornice.job.paths import MemberPath
from narrow_cornice.job.samples import demo_job
from narrow_cornice.memo import let_go
from narrow_cornice.trim.catalogue import shipped_profiles
from narrow_cornice.trim.nearest import nearest


def moved(page: Any, path: ThingPath, places: Sequence[tuple[float, float]]) -> tuple[list[float], list[float]]:
    """Return the seconds that a page takes for a thing dragged over places: to work each out, and to paint it."""
    worked, painted = [], []
    for place in places:
        worked += timed(lambda place=place: page._dragged(path, *place), 1)  # type: ignore[misc]
        painted += timed(page.canvas.repaint, 1)
    return worked, painted


def dragged(home: str) -> None:
    """A piece dragged over the plan with its clearances: worked out and painted, on the page itself."""

    from narrow_cornice.desk.places.zones.page import ZonesPage
    from narrow_cornice.job.paths import StoodPath

    window = window_of(home, 1)
    session, path = window.session, StoodPath("r2", "s7")
    session._take_up(demo_job(), None, None)
    for leaf in ("pieces", "zones"):
        session.look(place="zones", leaf=leaf, seen_as="", room_id="r2", selected=path)
        settled(window)
        page = window.page("zones")
        assert isinstance(page, ZonesPage)
        worked, painted = moved(page, path, [(1500.0 + 20 * step, -1500.0 - 7 * step) for step in range(80)])
        whole = sorted(a + b for a, b in zip(worked, painted, strict=True))
        print(
            f"a piece dragged, {leaf}: clearances and plan anew in {median(worked) * 1000:.1f} ms, painted in "
            f"{median(painted) * 1000:.1f} ms; nine of ten within {whole[int(0.9 * len(whole))] * 1000:.1f} ms (aim 16)"
        )
    window.again = True
    window.close()


def field_of_tiles(home: str) -> None:
    """A wall of some 3 000 pieces: laid anew while its start is dragged, counted once it is let go, and panned."""
    from narrow_cornice.derived.walled.amounts import taken_of
    from narrow_cornice.derived.walled.laid_fields import fields_of
    from narrow_cornice.desk.places.walling.page import WallsPage
    from narrow_cornice.job.finishes import Tile
    from narrow_cornice.job.paths import FieldPath
    from narrow_cornice.job.walled import Field, shipped_coverings

    window = window_of(home, 1)
    session = window.session
    history = History(demo_job())
    tile = next(one for one in shipped_coverings().values() if isinstance(one, Tile))
    tile = replace(tile, id="small", width=50.0, height=50.0, joint=2.0)
    history.do(edits.add_field("r5", Field("", "Small", tile, "w3")))
    session._take_up(history.job, None, None)
    path = FieldPath("r5", session.job.room("r5").walling.fields[-1].id)
    session.look(place="walling", leaf="fields", seen_as="", room_id="r5", selected=path)
    settled(window)
    page = window.page("walling")
    assert isinstance(page, WallsPage)
    room, rules = session.job.room("r5"), session.job.house_rules
    many = len(fields_of(room, rules)[-1].pieces)
    worked, painted = moved(page, path, [(300.0 + 7 * step, -900.0 - 3 * step) for step in range(20)])
    panned = timed(page.canvas.repaint, 20)
    let_go()
    begin = time.perf_counter()
    fields_of(room, rules)
    laid = time.perf_counter() - begin
    taken_of(room, rules)
    counted = time.perf_counter() - begin - laid
    print(
        f"a wall of {many} tiles: anew in {median(worked) * 1000:.0f} ms while its start is dragged (aim 100), "
        f"painted in {median(painted) * 1000:.0f} ms then, {median(panned) * 1000:.1f} ms when panned (aim 16); all "
        f"fields of the room laid in {laid * 1000:.0f} ms, counted in {counted * 1000:.0f} ms"
    )
    window.again = True
    window.close()


def profiles() -> None:
    """A joint of a cornice dragged: the profile anew with girth, area and what follows, and the drawing with it."""
    job = demo_job()
    room = job.rooms[0]
    trimmed = trimmed_room(room, job.house_rules)
    assert trimmed is not None
    whole = profile_of(trimmed, "cornice")
    assert whole is not None
    path = MemberPath(room.id, "cornice", "bed mould", 1)
    joint = placed_member(whole, path)
    assert joint is not None
    alone, drawn = [], []
    for step in range(60):
        at = (joint.end[0] + step / 2 - 10, joint.end[1] + step / 2 - 10)
        began = time.perf_counter()
        moved = move_joint(trimmed, path, *at).apply(job).room(room.id)
        again = trimmed_room(moved, job.house_rules)
        assert again is not None
        made = profile_of(again, "cornice")
        assert made is not None
        assert made.girth > 0
        assert made.area > 0
        assert made.outline.undercut >= 0
        made.outline.thinnest(5.0)
        alone.append(time.perf_counter() - began)
        trim_section(moved, job.house_rules, job.settings, "cornice", False, False)
        drawn.append(time.perf_counter() - began)
    print(
        f"a joint of a cornice dragged: profile anew {median(alone) * 1000:.1f} ms (at most 5), "
        f"with its section drawn {median(drawn) * 1000:.1f} ms"
    )
    known = shipped_profiles()
    found = timed(lambda: nearest(whole, "cornice", known, 19.0))
    print(
        f"nearest stock for a cornice among {len(known)} profiles, singles and up to four pieces: "
        f"{median(found) * 1000:.0f} ms"
    )
