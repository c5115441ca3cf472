"""The bench for panels on walls, and for what is framed with trim."""

from __future__ import annotations

from collections.abc import Callable, Iterator

from narrow_cornice.derived.measured.rooms import measured_room
from narrow_cornice.derived.trimwork.trimmed import TrimmedRoom, trimmed_room
from narrow_cornice.desk.bench import Bench
from narrow_cornice.desk.bench_rows import ButtonsRow, Caption, ChoiceRow, NoteRow, Row, Title, ToggleRow
from narrow_cornice.desk.offers import Doable
from narrow_cornice.errors import CorniceError
from narrow_cornice.explained.figures import Figure
from narrow_cornice.job import edits
from narrow_cornice.job.model import Job, Room
from narrow_cornice.job.paths import PanelsPath
from narrow_cornice.job.rules import house_rules_of
from narrow_cornice.job.trimwork import Panelling
from narrow_cornice.trim.panels import ZONES, Manner, Zone
from narrow_cornice.units.lengths import plain_length
from narrow_cornice.units.show import show_size

MANNERS = (("picture-frame", "moulded frames"), ("wainscot", "stiles and rails"))
ALIKE = (("whole room", "alike in the room"), ("each wall", "alike on each wall"))


def panel_rows(bench: Bench, job: Job, path: PanelsPath) -> Iterator[Row]:
    """Yield the rows of a field of panels."""
    room = job.room(path.room)
    one: Panelling | None = path.found(room)
    if one is None:
        yield Title("Panels", room.name[:200])
        yield NoteRow("These panels are no longer there.")
        return
    yield Title("Panels", f"{one.zone.capitalize()}, {room.name[:100]}")

    def change(**fields: object) -> None:
        bench.do(edits.change_panels(room.id, one.id, **fields))

    yield ChoiceRow("Where", tuple((zone, zone) for zone in ZONES), one.zone, lambda value: change(zone=value))
    yield ChoiceRow("Made as", MANNERS, one.manner, lambda value: change(manner=value))
    yield from bench.size_rows(PanelsPath(room.id, one.id, size="margin"), "Margin all round")
    yield from bench.size_rows(PanelsPath(room.id, one.id, size="wished"), "Wished width")
    yield ChoiceRow("Divided", ALIKE, one.alike, lambda value: change(alike=value))
    trimmed = trimmed_room(room, job.house_rules)
    if trimmed is None:
        yield NoteRow(measured_room(room, job.house_rules).fault, "ochre")
        return
    yield Caption("On each wall")
    for side, face in zip(room.measured.walls, trimmed.faces, strict=True):
        yield ToggleRow(_wall_words(bench, trimmed.panels_of(face.id), face.name, one), _is_on(one, side.id),
                        _wall_toggle(bench, room, one, side.id))  # fmt: skip
    figure = _panel_figure(trimmed, one)
    if figure is not None:
        yield from bench.working(figure)
    yield ButtonsRow(("Take these panels away",), lambda _: bench.do(edits.remove_panels(room.id, one.id)))


def _is_on(one: Panelling, wall_id: str) -> bool:
    return not one.walls or wall_id in one.walls


def _wall_words(bench: Bench, panels: object, name: str, one: Panelling) -> str:
    mine = [rect for key, rect in getattr(panels, "panels", ()) if key == one.id]
    if not mine:
        return f"{name}: none"
    job = bench.session.job
    widths = [rect.u1 - rect.u0 for rect in mine]
    least, most = (show_size(width, job.settings) for width in (min(widths), max(widths)))
    return f"{name}: {len(mine)}, {most}" if least == most else f"{name}: {len(mine)}, {least} to {most}"


def _wall_toggle(bench: Bench, room: Room, one: Panelling, wall_id: str) -> Callable[[bool], None]:
    def toggled(on: bool) -> None:
        every = tuple(side.id for side in room.measured.walls)
        now = [wall for wall in (one.walls or every) if wall != wall_id]
        walls = tuple(wall for wall in every if wall in now or (on and wall == wall_id))
        if not walls:
            bench.session.refused.emit(
                CorniceError("Panels are on one wall at least.", remedy="Or take them away altogether.")
            )
            bench.refresh()
            return
        bench.do(edits.change_panels(room.id, one.id, walls=() if walls == every else walls))

    return toggled


def _panel_figure(trimmed: TrimmedRoom, one: Panelling) -> Figure | None:
    """Return the width of the first panel of a field, with its working."""
    for panels in trimmed.panels.values():
        if any(key == one.id for key, _ in panels.panels):
            level = [run.to_buy for run in panels.runs if run.part == "level" and run.around == one.id]
            return level[0] if level else None
    return None


def add_panel_rows(bench: Bench, job: Job, room: Room) -> Iterator[Row]:
    """Yield the fields of panels a room has, and what adds another."""
    yield Caption("Panels")
    if room.trim.panels:
        yield ButtonsRow(
            tuple(f"{one.manner.capitalize()} panels {one.zone}" for one in room.trim.panels),
            lambda pressed: bench.session.select(PanelsPath(room.id, room.trim.panels[pressed].id)),
        )
    offered = panel_offers(bench, job, room)
    yield ButtonsRow(tuple(words for words, _ in offered), lambda pressed: offered[pressed][1]())


def panel_offers(bench: Bench, job: Job, room: Room) -> list[Doable]:
    """Return the fields of panels that can be added, by their words."""
    mm = house_rules_of(job.house_rules).value("panel_margin")
    margin = plain_length(mm)

    def adds(zone: Zone, manner: Manner) -> Callable[[], object]:
        def add() -> None:
            if bench.do(edits.add_panels(room.id, zone, manner, margin)):
                bench.session.select(PanelsPath(room.id, bench.session.job.room(room.id).trim.panels[-1].id))

        return add

    return [
        ("Panels above the dado rail", adds(ZONES[1], "picture-frame")),
        ("Panels below the dado rail", adds(ZONES[0], "picture-frame")),
        ("A wainscot below the dado rail", adds(ZONES[0], "wainscot")),
    ]
