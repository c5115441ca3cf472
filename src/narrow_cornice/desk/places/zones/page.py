"""Zones: the plan of a room as a floor cloth, with a sheet for zones, pieces, windows, lamps, and what is seen."""

from __future__ import annotations

from collections.abc import Iterator
from functools import partial
from typing import Any

from msgspec.structs import replace

from narrow_cornice.derived.measured.rooms import measured_room
from narrow_cornice.derived.zoned.arranged import fields_of
from narrow_cornice.derived.zoned.clear import clear_of
from narrow_cornice.derived.zoned.dressed import dressed_of
from narrow_cornice.derived.zoned.lamps import hung_lamps
from narrow_cornice.derived.zoned.rugs import pieces_in
from narrow_cornice.derived.zoned.sights import sight_from, viewpoints
from narrow_cornice.derived.zoned.standing import foot_of, is_gone, snapped
from narrow_cornice.derived.zoned.ways import ways_of
from narrow_cornice.derived.zoned.zone_light import zone_light
from narrow_cornice.desk.drawing_page import DrawingPage
from narrow_cornice.desk.place import Desk, Place
from narrow_cornice.desk.places.zones.arranging import arranging_of
from narrow_cornice.desk.places.zones.putting import (
    brief_offers,
    dressing_offers,
    hang_across,
    lamp_offers,
    piece_offers,
    zone_offers,
)
from narrow_cornice.desk.places.zones.seen_as import CLOTH, LIGHT
from narrow_cornice.desk.ruled_sheet import Cell, Ruled, RuledSheet, SheetRow, row
from narrow_cornice.desk.sheet_part import Invitation
from narrow_cornice.drawing.light_plan import light_plan
from narrow_cornice.drawing.marks import About, Drawing
from narrow_cornice.drawing.unfolded import turning
from narrow_cornice.explained.paths import ThingPath
from narrow_cornice.job import edits
from narrow_cornice.job.edits import Edit
from narrow_cornice.job.model import Room
from narrow_cornice.job.paths import DressingPath, LampPath, OpeningPath, StoodPath, ZonedPath, ZonePath
from narrow_cornice.job.rules import house_rules_of
from narrow_cornice.memo import kept_aside
from narrow_cornice.units.show import bare_size, show_area, show_kelvin, show_lumens, show_run, show_size
from narrow_cornice.zones.arrange import Arrangement
from narrow_cornice.zones.library import dressing_kinds, furniture, lamp_kinds, zone_uses
from narrow_cornice.zones.plan_shapes import area_of


class ZonesPage(DrawingPage):
    """How rooms are used."""

    def __init__(self, desk: Desk, place: Place) -> None:
        super().__init__(desk, place)
        self._many: list[About] = []
        self._grabbed: tuple[ThingPath, float, float] | None = None  # what is dragged, and how far off its middle
        for ruled in self._sheets_of_leaves():
            self.add_sheet(ruled)
        self.canvas.dragged.connect(self._dragged)
        self.canvas.dropped.connect(self._dropped)
        arranging_of(self.bench).looked.connect(self._look_at)
        self.add_cautions()

    def _sheets_of_leaves(self) -> Iterator[Ruled]:
        yield Ruled(
            ("zones",),
            "Zones",
            ("Zone", "For", "People", "Area", "Light wished", "Light there", "What stands in it"),
            self._zones,
            "Parts of the room with a use: sleeping, study, sitting. Draw one by the line below.",
            lines=4,
        )
        yield Ruled(
            ("pieces",),
            "Furniture",
            ("Piece", "It is", "Width", "Depth", "Height", "Stands at", "Round it", "To buy"),
            self._pieces,
            "Pieces that matter for fitting: from the library or the brief, by the line below.",
            made=self._listen,
            lines=4,
        )
        yield Ruled(
            ("sight",),
            "Ways and sight",
            ("From", "To", "Width", "What is seen", "Of the floor"),
            self._sights,
            "The ways through the room and what is seen, once pieces stand in it.",
            3,
            lines=4,
        )
        yield Ruled(
            ("windows",),
            "Windows dressed",
            ("Window", "Dressed with", "Hangs", "Rod or size", "Cloth", "Widths", "Cut", "Needed", "Lining"),
            self._windows,
            "How windows are dressed: choose a window by the line below.",
            lines=3,
        )
        yield Ruled(
            ("light",),
            "Light",
            ("What", "Layer", "Gives", "Kelvin", "Height", "Has", "Of what is wished"),
            self._light,
            "Lamps in three layers, and what each zone has of the light it needs.",
            lines=4,
        )

    def _listen(self, sheet: RuledSheet) -> None:
        sheet.picked_many.connect(self._many_picked)

    def _many_picked(self, abouts: list[About]) -> None:
        self._many = abouts

    # ---- the sheets

    def _zones(self, room: Room) -> list[SheetRow]:
        job = self.session.job
        lights = {one.zone.id: one for one in zone_light(room, job.house_rules, job.paints, job.colours)}
        rows = []
        for zone in room.zones.zones:
            light = lights.get(zone.id)
            has = light.has if light is not None else None
            wished = light.wished.value if light is not None else zone.light or 0.0
            short = light is not None and has is not None and light.short
            inside = ", ".join(one.name[:30] for one in pieces_in(room, job.house_rules, zone.id))
            rows.append(
                row(
                    ZonePath(room.id, zone.id),
                    Cell(zone.name, partial(self._renamed, room.id, "zones", zone.id, zone.name)),
                    zone_uses()[zone.use].name,
                    Cell(str(zone.people), number=True),
                    Cell(show_area(abs(area_of(zone.outline)) / 1e6, job.settings.unit), number=True),
                    Cell(f"{wished:.0f} lx", number=True),
                    Cell("" if has is None else f"{has.value:.0f} lx", number=True, warm=short),
                    inside,
                )
            )
        return rows

    def _renamed(self, room_id: str, field: str, thing_id: str, name: str, text: str) -> bool:
        return self.session.do_made(lambda: edits.change_zoned(room_id, field, thing_id, name, name=text))

    def _pieces(self, room: Room) -> list[SheetRow]:
        job = self.session.job
        clear = clear_of(room, job.house_rules)
        rows = []
        for piece in room.zones.pieces:
            path = StoodPath(room.id, piece.id)
            where = "not placed yet"
            if is_gone(room, piece):
                where = "goes"
            elif piece.x is not None:
                where = f"wall {edits.wall_name(room, piece.wall)}" if piece.wall else "free on the floor"
            short = [one for one in clear.short if one.piece == piece.id]
            wrong = clear.troubled(piece.id)
            said = "runs into something" if wrong else f"{len(short)} not free" if short else ""
            rows.append(
                row(
                    path,
                    Cell(piece.name, partial(self._renamed, room.id, "pieces", piece.id, piece.name)),
                    furniture()[piece.kind].name,
                    *(self.size_cell(path.sized(size)) for size in ("width", "depth", "height")),
                    Cell(where, warm=piece.x is None),
                    Cell(said or ("free" if piece.x is not None else ""), warm=bool(said)),
                    Cell("" if piece.price is None else f"{piece.price:.2f}", number=True),
                )
            )
        return rows

    def _sights(self, room: Room) -> list[SheetRow]:
        job = self.session.job
        wished = house_rules_of(job.house_rules).value("walkway")
        rows = []
        for way in ways_of(room, job.house_rules):
            about: ThingPath = StoodPath(room.id, way.other) if way.what == "piece" else OpeningPath(room.id, way.other)
            rows.append(
                row(
                    about,
                    way.door_name,
                    way.name,
                    Cell(show_size(way.width, job.settings), number=True, warm=way.width < wished),
                    "",
                    "",
                )
            )
        for view in viewpoints(room, job.house_rules):
            seen = sight_from(room, job.house_rules, view.id)
            if seen is None:
                continue
            about = StoodPath(room.id, view.id) if view.what == "piece" else OpeningPath(room.id, view.id)
            at = f"{view.name}, eye at {bare_size(view.height, job.settings)}"
            names = ", ".join(name[:30] for name in seen.pieces) or "no piece"
            rows.append(row(about, at, "", "", names, Cell(f"{100 * seen.share:.0f} %", number=True)))
        return rows

    def _windows(self, room: Room) -> list[SheetRow]:
        job = self.session.job
        by_opening: dict[str, list[Any]] = {}
        across: list[Any] = []
        for one in dressed_of(room, job.house_rules, job.fabrics):
            (across if one.dressing.line is not None else by_opening.setdefault(one.dressing.opening, [])).append(one)
        rows: list[SheetRow] = []
        for opening in room.measured.openings:
            if opening.kind != "window" and opening.id not in by_opening:
                continue
            mine = by_opening.get(opening.id, [])
            rows += [self._dressed_row(room, opening.name, one) for one in mine]
            if not mine:
                bare = ("bare",) + ("",) * 7
                rows.append(row(OpeningPath(room.id, opening.id), opening.name, *bare))
        return [*rows, *(self._dressed_row(room, "across the room", one) for one in across)]

    def _dressed_row(self, room: Room, where: str, one: Any) -> SheetRow:
        settings = self.session.job.settings
        size = ""
        if one.rod is not None:
            size = show_size(one.rod.value, settings)
        elif one.area is not None:
            size = " × ".join(bare_size(one, settings) for one in one.size)
        kind = dressing_kinds()[one.dressing.kind]
        hangs = one.dressing.hangs if kind.rod else one.dressing.side
        return row(
            DressingPath(room.id, one.dressing.id),
            where,
            one.dressing.name,
            one.fault or hangs,
            Cell(size, number=True),
            Cell(one.fabric.name, swatch=one.fabric.tone) if one.cloth is not None else "",
            Cell("" if one.widths is None else f"{one.widths.value:.0f}", number=True),
            Cell("" if one.cut is None else bare_size(one.cut.value, settings), number=True),
            Cell("" if one.cloth is None else show_run(one.cloth.value, settings.unit), number=True),
            Cell("" if one.lining is None else show_run(one.lining.value, settings.unit), number=True),
        )

    def _light(self, room: Room) -> list[SheetRow]:
        job = self.session.job
        rows = []
        for one in zone_light(room, job.house_rules, job.paints, job.colours):
            has, wished = one.has.value if one.has is not None else 0.0, one.wished.value
            rows.append(
                row(
                    ZonePath(room.id, one.zone.id),
                    Cell(f"{one.zone.name}, at {one.work}" if one.work else one.zone.name, strong=True),
                    zone_uses()[one.zone.use].layer,
                    "",
                    "",
                    Cell(show_size(one.plane, job.settings), number=True),
                    Cell(f"{has:.0f} lx", number=True, warm=one.short),
                    f"of {wished:.0f} lx wished",
                )
            )
        hung = {one.lamp.id: one for one in hung_lamps(room, job.house_rules)}
        for lamp in room.zones.lamps:
            kind, there = lamp_kinds()[lamp.kind], hung.get(lamp.id)
            path = LampPath(room.id, lamp.id)
            lumens = kind.lumens if lamp.lumens is None else lamp.lumens
            rows.append(
                row(
                    path,
                    Cell(lamp.name, partial(self._renamed, room.id, "lamps", lamp.id, lamp.name)),
                    lamp.layer or kind.layer,
                    Cell(show_lumens(lumens), number=True),
                    Cell(show_kelvin(lamp.kelvin or kind.kelvin), number=True),
                    self.size_cell(path.sized("height")),
                    "" if there is not None else Cell("not placed", warm=True),
                    "there already" if lamp.there else "to buy",
                )
            )
        return rows

    # ---- what can be added

    def invitations(self) -> Iterator[Invitation]:
        """Yield what can be put into the room."""
        room = self.session.room()
        if room is None or measured_room(room, self.session.job.house_rules).fault:
            return
        if self._sheet_of == "zones":
            yield Invitation("Another zone for", of=tuple(zone_offers(self.bench, room)))
        elif self._sheet_of in ("pieces", "sight"):
            coming = tuple(brief_offers(self.bench, self.session.job, room))
            if coming:
                yield Invitation("From the brief", of=coming)
            yield Invitation("Another piece", of=tuple(piece_offers(self.bench, room)))
            if room.zones.pieces:
                yield Invitation("Suggest arrangements", partial(self._suggest, room))
        elif self._sheet_of == "windows":
            windows = [one for one in room.measured.openings if one.kind == "window"]
            selected = self.session.view.selected
            at = next((one for one in windows if isinstance(selected, OpeningPath) and one.id == selected.id), None)
            at = at or next((one for one in windows if all(d.opening != one.id for d in room.zones.dressings)), None)
            at = at or (windows[0] if windows else None)
            if at is not None:
                of = tuple(dressing_offers(self.bench, room, at.id, at.name))
                yield Invitation(f"Dress {at.name[:40]} with", of=of)
            yield Invitation("A curtain across the room", partial(hang_across, self.bench, room))
        elif self._sheet_of == "light":
            yield Invitation("Another lamp", of=tuple(lamp_offers(self.bench, room)))

    def _suggest(self, room: Room) -> None:
        """Have arrangements looked for, and show the room where they are offered."""
        chosen = {path.id for path in self._many if isinstance(path, StoodPath) and path.room == room.id}
        pieces = [piece.id for piece in room.zones.pieces if len(chosen) < 2 or piece.id in chosen]
        arranging_of(self.bench).start(self.session.job, room, tuple(pieces))
        self.session.select(None)
        self.bench.refresh()

    def _look_at(self, one: Arrangement) -> None:
        """Show the plan with the pieces as an arrangement has them; the job stays as it is."""
        room = self.session.room()
        if room is None or not set(one.places) <= {piece.id for piece in room.zones.pieces}:
            return
        self.session.look(leaf="pieces", seen_as="")
        with kept_aside():
            job = edits.take_arrangement(room.id, fields_of(one)).apply(self.session.job)
            drawing = CLOTH.draws(job, self.session.view, job.room(room.id))
        said = "; ".join(one.said) or "everything stays free that should"
        self.canvas.show_dragged(replace(drawing, subtitle=f"an offer, not taken yet: {said}"), "")

    # ---- moving with the hand

    def _moved(self, about: ThingPath, x: float, y: float) -> Edit | None:
        """Return the edit that brings what is dragged to a place of the drawing."""
        room = self.session.room()
        if room is None or not isinstance(about, ZonedPath):
            return None
        thing = about.found(room)
        if thing is None:
            return None
        measured = measured_room(room, self.session.job.house_rules)
        px, py = turning(self.session.view.turn)((x, y))  # the map is its own inverse
        if isinstance(about, ZonePath):
            ring = list(thing.outline)
            if not 0 <= about.corner < len(ring):
                return None
            ring[about.corner] = self._at_corner(measured.plan.corners, (px, py))
            return edits.move_zoned(room.id, "zones", thing.id, thing.name, outline=tuple(ring))
        if isinstance(about, DressingPath):
            if thing.line is None:
                return None
            ends = list(thing.line)
            ends[0 if about.size == "start" else 1] = (round(px, 1), round(py, 1))
            return edits.move_zoned(room.id, "dressings", thing.id, thing.name, line=(ends[0], ends[1]))
        if isinstance(about, LampPath):
            spot = {"x": round(px, 1), "y": round(py, 1), "wall": ""}
            return edits.move_zoned(room.id, "lamps", thing.id, thing.name, **spot)
        if not isinstance(about, StoodPath):
            return None
        grabbed = self._grabbed
        if grabbed is None or grabbed[0] != about:
            foot = foot_of(measured, thing)
            off = (0.0, 0.0) if foot is None else (foot.x - px, foot.y - py)
            self._grabbed = grabbed = (about, *off)
        foot = foot_of(measured, thing)
        turn = foot.turn if foot is not None else thing.turn
        fields = snapped(measured, thing, px + grabbed[1], py + grabbed[2], turn)
        return edits.move_zoned(room.id, "pieces", thing.id, thing.name, **fields)

    @staticmethod
    def _at_corner(corners: tuple[tuple[float, float], ...], place: tuple[float, float]) -> tuple[float, float]:
        """Return a place, or the corner of the room that it comes near."""
        near = min(corners, key=lambda corner: (corner[0] - place[0]) ** 2 + (corner[1] - place[1]) ** 2)
        if (near[0] - place[0]) ** 2 + (near[1] - place[1]) ** 2 < 150.0**2:
            place = near
        return round(place[0], 1), round(place[1], 1)

    def _dragged(self, about: ThingPath, x: float, y: float) -> None:
        """Show the plan as it would be with a thing elsewhere, its clearances with it; the job waits until it is let
        go."""
        edit = self._moved(about, x, y)
        seen = self.places.seen_as(self.session.view)
        if edit is None or seen is None:
            return
        with kept_aside():
            job = edit.apply(self.session.job)
            room = job.room(about.room)
            drawing: Drawing | None
            if seen is LIGHT:  # which takes longer than a hand moves: it follows when the lamp is let go
                by = (job.house_rules, job.paints, job.colours, job.settings, self.session.view.turn)
                drawing = light_plan(room, *by, self.session.room())
            else:
                drawing = self.places.drawing(job, self.session.view, room)
        if drawing is not None:
            self.canvas.show_dragged(drawing, "", about)

    def _dropped(self, about: ThingPath, x: float, y: float) -> None:
        """Make the change that was shown while a thing was dragged."""
        edit = self._moved(about, x, y)
        self._grabbed = None
        if edit is not None:
            self.session.select(about.thing)
            self.session.do(edit)
        self.refresh()
