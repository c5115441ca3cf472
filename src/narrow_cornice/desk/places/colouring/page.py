"""Colour: cards and boards above, the figures of each colour below."""

from __future__ import annotations

from collections.abc import Iterator
from functools import partial
from pathlib import Path

from narrow_cornice.colour.deck import nearest, shipped_deck
from narrow_cornice.colour.palette import Swatch, palette_of
from narrow_cornice.colour.tones import tone_difference
from narrow_cornice.derived.coloured.room_palette import palette_of_room
from narrow_cornice.derived.coloured.schools import Schooled, accents_of, schools_of
from narrow_cornice.desk.bench_widgets import OneLine
from narrow_cornice.desk.bringing_in import read_aside
from narrow_cornice.desk.drawing_page import DrawingPage
from narrow_cornice.desk.instrument_port import InstrumentPort
from narrow_cornice.desk.offers import Doable
from narrow_cornice.desk.place import Desk, Place
from narrow_cornice.desk.places.colouring import sheet_rows
from narrow_cornice.desk.places.colouring.giving import as_colour, give_to_surface
from narrow_cornice.desk.places.colouring.rows import deck_colour_of
from narrow_cornice.desk.places.colouring.seen_as import accent_of
from narrow_cornice.desk.ruled_sheet import Ruled, RuledSheet
from narrow_cornice.desk.sheet_part import Invitation
from narrow_cornice.instruments.meter_lines import MeterColour
from narrow_cornice.job import edits
from narrow_cornice.job.edits import Edit
from narrow_cornice.job.model import Job, Room
from narrow_cornice.job.paths import (
    BridgePath,
    DeckColourPath,
    LampPath,
    RolePath,
    SurfacePath,
    ThingPath,
)
from narrow_cornice.job.pictures import SUFFIXES_IN
from narrow_cornice.job.samples import bridge_picture, bridge_pictures
from narrow_cornice.zones.library import metals

TAKEN = 6  # colours of a bridge material


class ColourPage(DrawingPage):
    """The colours of rooms and of the house."""

    takes_files = SUFFIXES_IN

    def __init__(self, desk: Desk, place: Place) -> None:
        super().__init__(desk, place)
        self.into = desk.into
        self._reader: InstrumentPort | None = None
        self._sought = OneLine()
        self._sought.setPlaceholderText("words to show")
        self._sought.setAccessibleName("Show only the colours that hold these words")
        self._sought.setToolTip("Words of a colour: its name, family, undertone")
        self._sought.setMaximumWidth(int(190 * self.theme.letters))
        self._sought.textChanged.connect(lambda _: self._sift())
        self.part.add_tool(self._sought)
        for ruled in self._sheets_of_leaves():
            self.add_sheet(ruled)
        self.add_cautions()

    def _sheets_of_leaves(self) -> Iterator[Ruled]:
        yield Ruled(
            ("house",),
            "Rooms beside one another",
            ("Room", "And", "Through", "Shared", "What would mend it"),
            lambda _: sheet_rows.links(self.session.job),
            "Rooms that a door joins, or that are seen together, with what their colours share.",
            4,
            lines=4,
        )
        yield Ruled(
            ("roles",),
            "Colours of the room",
            ("Colour", "Role", "Where", "Area", "Share", "Light back", "Undertone"),
            lambda room: sheet_rows.roles(self.session.job, room),
            "Every colour that is seen in the room, by true area.",
            2,
            lines=5,
        )
        yield Ruled(
            ("bridge",),
            "Palette of the bridge material",
            ("Colour", "Share", "Nearest in the deck", "ΔE00", "Light back", "Undertone"),
            sheet_rows.bridge_tones,
            "A picture of a stone, a rug, a cloth: its colours with their shares.",
            2,
            lines=4,
        )
        yield from self._sheets_of_trials()
        yield Ruled(
            ("deck",),
            "The deck",
            ("Colour", "Family", "Light back", "Undertone", "In the job"),
            lambda _: sheet_rows.deck_colours(self.session.job, self._sought.text().lower().split()),
            "Colours to choose from.",
            3,
            self._steady,
            lines=5,
        )

    def _sheets_of_trials(self) -> Iterator[Ruled]:
        yield Ruled(
            ("trim",),
            "Trim against wall and frame",
            ("School", "Casing", "Against the wall", "Against the frame", "Why"),
            lambda room: sheet_rows.schools(self.session.job, room),
            "The four schools, once the walls have a colour and there is a window.",
            4,
            lines=4,
        )
        yield Ruled(
            ("accent",),
            "Walls tried as the accent",
            ("Wall", "Area", "Of all walls", "It has now"),
            lambda room: sheet_rows.accents(self.session.job, room),
            "Each wall tried in the accent colour: choose one, or go on with , and .",
            3,
            lines=4,
        )
        yield Ruled(
            ("lamp",),
            "Under the lamp",
            ("Colour", "By day", "2 700 K", "3 000 K", "4 000 K", "Its own lamps", "Moves by"),
            lambda room: sheet_rows.under_lamps(self.session.job, room),
            "How each colour looks under lamps of several temperatures.",
            0,
            lines=4,
        )

    @staticmethod
    def _steady(sheet: RuledSheet) -> None:
        sheet.steady = True

    def refresh(self) -> None:
        """Show the job and the view as they are now."""
        super().refresh()
        self._sought.setVisible(self._sheet_of == "deck")

    def _sift(self) -> None:
        self.put_rows()
        self.part.say_rows()

    # ---- what can be done

    def invitations(self) -> Iterator[Invitation]:
        """Yield what can be chosen, taken or brought in."""
        room, job = self.session.room(), self.session.job
        selected = self.session.view.selected
        if room is None:
            yield from self._of_deck()
            return
        if self._sheet_of in ("roles", "deck", "house"):
            colour = None
            if isinstance(selected, RolePath):
                colour = next((one for one in job.colours if one.id == selected.colour), None)
            elif isinstance(selected, DeckColourPath):
                found = deck_colour_of(job, selected.id)
                colour = as_colour(found) if found is not None else None
            if colour is not None:
                yield Invitation(f"Give {colour.name[:24]} to", of=tuple(give_to_surface(self.bench, room, colour)))
            if self._sheet_of != "deck":
                yield Invitation("A colour of the deck", lambda: self.session.turn_to("deck"))
        if self._sheet_of == "lamp":
            yield Invitation("The lamps of the room", self._to_lamps)
        if self._sheet_of == "bridge":
            yield Invitation("Take a picture …", self.ask_picture)
            shipped = tuple((self._words_of(name), partial(self._take_shipped, name)) for name in bridge_pictures())
            yield Invitation("One that ships", of=shipped)
            if room.colours.bridge is not None:
                yield Invitation("Take its colours into the job", partial(self._take_palette, room))
        elif self._sheet_of == "trim":
            for one in schools_of(job, room):
                yield Invitation(f"{one.school}", partial(self._take_school, room, one))
        elif self._sheet_of == "accent":
            accent = accent_of(job, room)
            wall = next((each for each in accents_of(job, room) if each.wall == self.session.view.wall_id), None)
            if accent is not None and wall is not None:
                keys = {room.id: [path.key for path in wall.paths]}
                words = f"Paint wall {wall.name} {accent.name[:24]}"
                yield Invitation(words, lambda: self.session.do(edits.give_colour(keys, {}, accent, "accent")))
        elif self._sheet_of == "deck":
            yield from self._of_deck()

    def _of_deck(self) -> Iterator[Invitation]:
        """Yield how colours come in that are in no room yet."""
        yield Invitation("Read a deck …", self.ask_deck)
        if self.session.job.decks:
            gone = tuple(
                (deck.name[:60], partial(self.session.do, edits.remove_deck(deck.id, deck.name)))
                for deck in self.session.job.decks
            )
            yield Invitation("Take a deck out", of=gone)
        yield Invitation("A colour reader …", self.choose_reader)
        seen = tuple((name, partial(self._take_metal, name, one.tone)) for name, one in metals().items())
        yield Invitation("A metal", of=seen)
        yield Invitation("A wood", of=tuple(self._woods()))

    def _to_lamps(self) -> None:
        """Go where the lamps of the room hang."""
        room = self.session.room()
        if room is not None:
            path = LampPath(room.id, room.zones.lamps[0].id if room.zones.lamps else "")
            self.session.look(**self.places.leading_to(path, self.session.remembered))

    @staticmethod
    def _words_of(name: str) -> str:
        return name.removesuffix(".jpg").replace("-", " ")

    def _woods(self) -> Iterator[Doable]:
        from narrow_cornice.finishes.woods import species

        for key, wood in species().items():
            for age, tone in (("new", wood.new), ("indoors", wood.indoors)):
                name = f"{wood.name}, {'oiled' if age == 'indoors' else 'new'}"
                yield name, partial(self._take_wood, name, tone, key, "oiled" if age == "indoors" else "raw")

    def _take_wood(self, name: str, tone: str, key: str, finish: str) -> None:
        self.session.do(edits.add_seen_colour(name, tone, "wood", key, finish))

    def _take_metal(self, name: str, tone: str) -> None:
        self.session.do(edits.add_seen_colour(name[:1].upper() + name[1:], tone, "metal", name))

    def _take_school(self, room: Room, one: Schooled) -> None:
        """Give casings and reveals what a school has, or take the casings of windows off."""
        if one.colour is None:
            bare = [each for each in room.measured.openings if each.kind == "window" and each.cased]
            if bare:
                changes = [edits.change_opening(room.id, each.id, each.name, cased=False) for each in bare]
                self.session.do(_together("no casing: a plastered return", changes))
            return
        self.session.do(
            edits.change_finishes({room.id: ("casing", "reveal")}, f"trim {one.school}", colour=one.colour.id)
        )

    # ---- pictures

    def ask_picture(self) -> None:
        """Ask for a picture of a bridge material."""
        kinds = f"Pictures ({' '.join(f'*{one}' for one in SUFFIXES_IN)})"
        path = self.into.ask("A picture of the bridge material", kinds)
        if path is not None:
            self.take_file(path)

    def take_file(self, path: Path) -> None:
        """Take the palette of a picture that was chosen or dropped, aside, and make it the room's bridge material."""
        room = self.session.room()
        if room is None:
            return
        room_id, name = room.id, path.stem.replace("-", " ").replace("_", " ")[:80] or "a picture"

        def read(raw: bytes) -> tuple[bytes, tuple[Swatch, ...]]:
            from narrow_cornice.exchange.bridge_picture import pixels_of
            from narrow_cornice.exchange.pictures_in import scaled_picture

            picture, _, _ = scaled_picture(raw)
            return picture, palette_of(pixels_of(raw), TAKEN)

        def take(found: tuple[bytes, tuple[Swatch, ...]]) -> None:
            if self.session.do_made(lambda: edits.put_bridge(room_id, name, *found)):
                self.session.look(place=self.place.key, leaf="bridge", seen_as="", selected=BridgePath(room_id))

        read_aside(self.session, self, path, read, take)

    def _take_shipped(self, name: str) -> None:
        room = self.session.room()
        if room is not None:
            from narrow_cornice.exchange.bridge_picture import pixels_of

            picture = bridge_picture(name)
            palette = palette_of(pixels_of(picture), TAKEN)
            words = self._words_of(name)
            self.session.do_made(lambda: edits.put_bridge(room.id, words[:1].upper() + words[1:], picture, palette))

    def _take_palette(self, room: Room) -> None:
        """Take the colours of the deck that come nearest to the bridge material into the job."""
        bridge = room.colours.bridge
        if bridge is None:
            return
        near = [nearest(tone.hex, shipped_deck()) for tone in bridge.tones]
        colours = tuple({one.id: as_colour(one) for one in near if one is not None}.values())
        self.session.do(edits.take_colours(colours, f"colours of {bridge.name[:40]}"))

    # ---- decks, and the reader

    def ask_deck(self) -> None:
        """Ask for a deck of colours as CSV or GPL."""
        path = self.into.ask("A deck of colours", "Decks (*.csv *.gpl)")
        if path is None:
            return
        from narrow_cornice.exchange.decks import read_deck

        name = path.stem[:80]
        read_aside(
            self.session,
            self,
            path,
            lambda raw: read_deck(raw, name),
            lambda deck: self.session.do_made(lambda: edits.put_deck(deck)),
        )

    def choose_reader(self) -> None:
        """Ask which port a colour reader is on, and listen to it."""
        from PyQt6.QtWidgets import QInputDialog

        ports = InstrumentPort.there()
        known = self.session.settings.value("reader port", "", type=str)
        offered = list(dict.fromkeys(filter(None, (known, *ports)))) or [""]
        name, given = QInputDialog.getItem(self, "A colour reader", "The port it is on:", offered, 0, True)
        if not given or not name.strip():
            return
        if self._reader is None:
            self._reader = InstrumentPort(self, "reader")
            self._reader.seen.connect(self.take_reading)
            self._reader.said.connect(self.session.told.emit)
        if self._reader.listen(name):
            self.session.settings.setValue("reader port", name.strip())

    def take_reading(self, heard: MeterColour) -> None:
        """Take a colour that a reader sent: it is a colour of the job, and the nearest of the deck is shown."""
        near = nearest(heard.tone, shipped_deck())
        number = len(self.session.job.colours) + 1
        if self.session.do(edits.add_colour(f"Reading {number}", heard.tone)) and near is not None:
            self.session.look(leaf="deck", seen_as="", selected=DeckColourPath(near.id))
            off = tone_difference(near.hex, heard.tone)
            self.session.told.emit(f"{heard.tone} was read; {near.name} comes nearest, ΔE00 {off:.1f} away.")

    def picked_as(self, about: ThingPath) -> ThingPath:
        """Return the colour of what was pointed at: a surface stands for its colour here."""
        job = self.session.job
        if isinstance(about, SurfacePath) and self._sheet_of not in ("trim",):
            room = job.room(about.room)
            for shade in palette_of_room(job, room):
                surfaces = [part.path for part in shade.parts if isinstance(part.path, SurfacePath)]
                if any(path == about or (not about.of and path.group == about.group) for path in surfaces):
                    return RolePath(about.room, shade.colour)
        return about


def _together(title: str, changes: list[Edit]) -> Edit:
    """Return several changes as one."""

    def apply(job: Job) -> Job:
        for change in changes:
            job = change.apply(job)
        return job

    return Edit(title, apply)
