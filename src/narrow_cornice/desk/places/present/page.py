"""The page of Present: the room in perspective, boards, before and after, photographs, answers, and their sheets."""

from __future__ import annotations

from collections.abc import Iterator
from pathlib import Path

from msgspec.structs import replace

from narrow_cornice.boards.differences import differences
from narrow_cornice.boards.viewpoints import viewpoint_of
from narrow_cornice.derived.presented.items import items_of
from narrow_cornice.desk.bringing_in import read_aside
from narrow_cornice.desk.drawing_page import DrawingPage
from narrow_cornice.desk.drawing_tools import Tool
from narrow_cornice.desk.place import Desk, Place
from narrow_cornice.desk.places.present.handing_out import boards
from narrow_cornice.desk.places.present.placing import placed_of, pointing_of, way_of
from narrow_cornice.desk.ruled_sheet import Cell, Ruled, SheetRow, row
from narrow_cornice.desk.sheet_part import Invitation
from narrow_cornice.drawing.boards.house_board import laid_house
from narrow_cornice.drawing.boards.photo import WIDE, photo_of
from narrow_cornice.drawing.boards.record import SAYS, asked_item
from narrow_cornice.drawing.boards.room_board import laid_board
from narrow_cornice.drawing.boards.sheet import Laid
from narrow_cornice.drawing.marks import About
from narrow_cornice.explained.paths import ThingPath
from narrow_cornice.job import edits
from narrow_cornice.job.history import Edit
from narrow_cornice.job.model import Job, Room
from narrow_cornice.job.paths import AnswerPath, CardPath, ClientPhotoPath, EyePath, ItemPath, SlidePath
from narrow_cornice.job.pictures import SUFFIXES_IN
from narrow_cornice.job.presented import PhotoPart, Spot
from narrow_cornice.memo import kept_aside
from narrow_cornice.units.dates import today
from narrow_cornice.units.show import show_money

STEP = 0.08  # of the picture that the slide moves by a key
CLOSES = 0.018  # of the picture's width, near the first corner of an outline
KEYS = {"y": "yes", "n": "no", "l": "later"}


class PresentPage(DrawingPage):
    """What the client sees of a room."""

    takes_files = SUFFIXES_IN

    def __init__(self, desk: Desk, place: Place) -> None:
        super().__init__(desk, place)
        self.into = desk.into
        self.out = desk.out
        self.add_sheet(
            Ruled(
                ("seen", "answers"),
                "Items",
                ("Item", "Is", "Costs", "The client says", "Because", "What", "Why"),
                self._items,
                "What is new, kept, moved: it comes by itself from the other places.",
                lines=3,
            )
        )
        self.add_sheet(Ruled(("board",), "Cards of the board", ("Card", "In words", ""), self._cards, ""))
        self.add_sheet(Ruled(("house",), "Cards of the house's board", ("Card", "In words", ""), self._house_cards, ""))
        self.add_sheet(
            Ruled(
                ("compare",),
                "What differs",
                ("What", "The one", "As proposed", "More or less"),
                self._differences,
                "The two do not differ.",
                lines=4,
            )
        )
        self.add_sheet(
            Ruled(
                ("photo",),
                "Parts of the photograph",
                ("Photograph", "Part", "Gets", "Now"),
                self._parts,
                "Mark walls, trim and fronts on a photograph of the room: by a point, by corners, or by the wall.",
                lines=3,
            )
        )
        self.canvas.dragged.connect(self._dragged)
        self.canvas.dropped.connect(self._dropped)
        self.canvas.pointed.connect(self._pointed)

    # ---- sheets

    def _items(self, room: Room) -> list[SheetRow]:
        job, rows = self.session.job, []
        for item in items_of(job, room):
            answer = item.answer
            rows.append(
                row(
                    ItemPath(room.id, item.key),
                    Cell(item.name, swatch=item.tone),
                    f"{item.state}, can be left out" if item.optional else item.state,
                    Cell(show_money(item.cost) if item.cost is not None else "", number=True),
                    Cell(answer.says if answer is not None else "", strong=True),
                    answer.because if answer is not None else "",
                    item.said,
                    item.why,
                )
            )
        return rows

    def _cards(self, room: Room) -> list[SheetRow]:
        return self._cards_of(laid_board(self.session.job, room))

    def _house_cards(self, _: Room) -> list[SheetRow]:
        return self._cards_of(laid_house(self.session.job))

    def _cards_of(self, laid: Laid) -> list[SheetRow]:
        rows = []
        for key, called, _ in laid.cards:
            wish = laid.wishes.get(key)
            said = "left out" if wish is not None and wish.left_out else "moved" if wish is not None and wish.at else ""
            rows.append(row(CardPath(laid.board, key), key.partition(":")[0], called, said))
        return rows

    def _differences(self, room: Room) -> list[SheetRow]:
        return [
            row(
                None, one.what, Cell(one.before, number=True), Cell(one.after, number=True), Cell(one.more, number=True)
            )
            for one in differences(self.session.job, room)
        ]

    def _parts(self, room: Room) -> list[SheetRow]:
        from narrow_cornice.boards.photographs import surfaces_of, tone_of_part

        job, rows = self.session.job, []
        names = {one.key: one.words for one in surfaces_of(job, room)}
        for photo in room.presented.photos:
            rows.append(row(ClientPhotoPath(room.id, photo.id), Cell(photo.name, strong=True), "", "", ""))
            for part in photo.parts:
                tone, old = tone_of_part(job, room, part)
                rows.append(
                    row(
                        ClientPhotoPath(room.id, photo.id, part.id),
                        "",
                        names.get(part.surface, "a surface without a colour"),
                        Cell(tone or "no colour yet", swatch=tone),
                        Cell(old or "not known", swatch=old),
                    )
                )
        return rows

    def invitations(self) -> Iterator[Invitation]:
        """Yield what goes on from the sheet that is looked at."""
        leaf = self.leaf()
        key = leaf.key if leaf is not None else ""
        if key == "photo":
            yield Invitation("A photograph of this room", self.ask_photo)
        elif key == "seen":
            yield Invitation("Move the eye on the plan", lambda: self.session.look(seen_as="eye"))
        elif key in ("board", "house"):
            yield Invitation("Print the boards", lambda: boards(self.out))
        elif key == "compare":
            yield Invitation("Keep the rooms as they are as a scheme, and try another", self._another_scheme)
        elif key == "answers":
            yield Invitation("Take the client through them, full screen", self._take_through)

    def _another_scheme(self) -> None:
        """Keep what is proposed as a scheme, to be held against what comes next."""
        name = f"Proposal {len(self.session.job.schemes) + 2}"
        self.session.do_made(lambda: edits.keep_scheme(name))

    def _take_through(self) -> None:
        """Show the items one by one, alone on the screen."""
        self.session.look(seen_as="one")
        self.alone_wanted.emit()
        self.focus_drawing()

    # ---- the drawing's own keys

    def turning_tools(self) -> tuple[Tool, ...]:
        """Return the tools that turn the eye, or move the slide."""
        return (
            ("eye left", "The eye to the left, or the slide ( [ )", lambda: self.turn(-1)),
            ("eye right", "The eye to the right, or the slide ( ] )", lambda: self.turn(1)),
        )

    def first_sight(self) -> None:
        """Show the drawing that is looked at; while something is marked on a photograph the next press is a place."""
        super().first_sight()
        leaf = self.leaf()
        self.canvas.pointing = leaf is not None and leaf.key == "photo" and bool(way_of(self.session.view.pointing))

    def turn(self, way: int) -> None:
        """Move the slide between two pictures."""
        leaf = self.leaf()
        if leaf is not None and leaf.key == "compare":
            self.session.look(slid=min(1.0, max(0.0, self.session.view.slid + STEP * way)))
        else:
            self._look_round(way)

    def _look_round(self, way: int) -> None:
        """Turn the eye where it stands."""
        import math

        room = self.session.room()
        view = viewpoint_of(room, self.session.job.house_rules) if room is not None else None
        if room is None or view is None:
            return
        far = math.dist((view.x, view.y), view.to)
        now = math.atan2(view.to[1] - view.y, view.to[0] - view.x) - math.radians(15.0) * way
        to = (round(view.x + far * math.cos(now), 1), round(view.y + far * math.sin(now), 1))
        self.session.do_made(lambda: edits.see_from(room.id, replace(view, to=to)))

    def step_wall(self, way: int) -> None:
        """Go to the next item, where items are asked one by one."""
        leaf, room = self.leaf(), self.session.room()
        if leaf is None or leaf.key != "answers" or room is None:
            super().step_wall(way)
            return
        selected = self.session.view.selected
        key = selected.key if isinstance(selected, ItemPath | AnswerPath) else ""
        items, found = items_of(self.session.job, room), asked_item(self.session.job, room, key)
        if found is not None:
            self.session.select(ItemPath(room.id, items[(found[1] + way) % len(items)].key))

    def marked(self) -> ThingPath | None:
        """Return what is marked on the drawing: nothing where the item that is asked is all there is to be seen."""
        seen = self.places.seen_as(self.session.view)
        return None if seen is not None and seen.key == "one" else super().marked()

    def take_letter(self, letter: str) -> None:
        """Take what the client says of an item, or what any drawing takes."""
        leaf = self.leaf()
        if leaf is not None and leaf.key == "answers" and letter.lower() in KEYS:
            self._answer(KEYS[letter.lower()])
        else:
            super().take_letter(letter)

    def _answer(self, says: str) -> None:
        """Write down what the client says of the item that is asked, and go on to the next."""
        room, job = self.session.room(), self.session.job
        selected = self.session.view.selected
        key = selected.key if isinstance(selected, ItemPath | AnswerPath) else ""
        found = asked_item(job, room, key) if room is not None else None
        if room is None or found is None:
            return
        item = found[0]
        because = item.answer.because if item.answer is not None else ""
        said = next(one for one in SAYS if one == says)
        items = items_of(job, room)
        if self.session.do_made(lambda: edits.answer_item(room.id, item.key, item.name, said, because, today())):
            self.session.select(ItemPath(room.id, items[(found[1] + 1) % len(items)].key))

    def _picked(self, about: About) -> None:
        """Give up what is being marked where nothing was picked (Escape); else select what was."""
        if about is None and way_of(self.session.view.pointing):
            self.session.look(pointing="")
        else:
            super()._picked(about)

    def picked_as(self, about: ThingPath) -> About:
        """Answer an item where its answer was pressed; else select what was."""
        if isinstance(about, AnswerPath):
            self.session.select(ItemPath(about.room, about.key))
            self._answer(about.says)
            return self.session.view.selected
        return about

    # ---- moving

    def _moved(self, about: About, x: float, y: float) -> Edit | None:
        """Return the edit that a card or the eye moved to a place of the drawing means."""
        job, room = self.session.job, self.session.room()
        if isinstance(about, CardPath):
            laid = self._laid(about)
            box = next((box for key, _, box in laid.cards if key == about.key), None)
            held = self._held_card
            if box is None or held is None:
                return None
            at = ((box.x + x - held[0]) / laid.letters.wide, (box.y + y - held[1]) / laid.letters.tall)
            at = (min(0.98, max(0.0, round(at[0], 4))), min(0.98, max(0.0, round(at[1], 4))))
            return edits.wish_of_card(about.board, about.key, about.key.partition(":")[0], at=at)
        view = viewpoint_of(room, job.house_rules) if room is not None else None
        if room is None or view is None or not isinstance(about, EyePath):
            return None
        made = (
            replace(view, to=(round(x, 1), round(-y, 1)))
            if about.what
            else replace(view, x=round(x, 1), y=round(-y, 1))
        )
        return edits.see_from(room.id, made)

    _held_card: Spot | None = None  # where a card was taken hold of, while it is moved

    def _laid(self, about: CardPath) -> Laid:
        job = self.session.job
        return laid_board(job, job.room(about.board)) if about.board else laid_house(job)

    def _dragged(self, about: ThingPath, x: float, y: float) -> None:
        """Show the drawing as it would be; the job waits until it is let go."""
        if self._held_card is None:
            self._held_card = (x, y)
        if isinstance(about, SlidePath):
            self.session.look(slid=min(1.0, max(0.0, x / WIDE)))
            return
        if isinstance(about, CardPath):
            laid, (held_x, held_y) = self._laid(about), self._held_card
            drawing = laid.drawing("", "")
            marks = laid.with_moved(about.key, x - held_x, y - held_y)
            self.canvas.show_dragged(replace(drawing, marks=marks), "", about)
            return
        edit, seen, room = self._moved(about, x, y), self.places.seen_as(self.session.view), self.session.room()
        if edit is None or seen is None or room is None:
            return
        with kept_aside():
            job = edit.apply(self.session.job)
            drawing = seen.draws(job, self.session.view, job.room(room.id))
        self.canvas.show_dragged(drawing, "", about)

    def _dropped(self, about: ThingPath, x: float, y: float) -> None:
        edit = self._moved(about, x, y)
        self._held_card = None
        if edit is not None:
            self.session.select(about)
            self.session.do_made(lambda: edit)
        self.refresh()

    # ---- photographs

    def ask_photo(self) -> None:
        """Ask for a photograph of the room."""
        path = self.into.ask(
            "A photograph of the room as it is", f"Pictures ({' '.join(f'*{one}' for one in SUFFIXES_IN)})"
        )
        if path is not None:
            self.take_file(path)

    def take_file(self, path: Path) -> None:
        """Take a photograph that was chosen or dropped into the job, aside."""
        room = self.session.room()
        if room is None:
            return
        room_id, name = room.id, path.stem.replace("-", " ").replace("_", " ")[:80] or "a photograph"

        def read(raw: bytes) -> bytes:
            from narrow_cornice.exchange.pictures_in import scaled_picture

            return scaled_picture(raw)[0]

        def take(content: bytes) -> None:
            if self.session.do_made(lambda: edits.add_client_photo(room_id, name, content)):
                photo = self.session.job.room(room_id).presented.photos[-1]
                self.session.look(
                    place=self.place.key, leaf="photo", seen_as="", selected=ClientPhotoPath(room_id, photo.id)
                )

        read_aside(self.session, self, path, read, take)

    def _pointed(self, x: float, y: float) -> None:
        """Take a place that was pressed on a photograph."""
        view, room = self.session.view, self.session.room()
        way = way_of(view.pointing)
        selected = view.selected
        photo = photo_of(room, selected.id if isinstance(selected, ClientPhotoPath) else "") if room else None
        drawing = self.places.drawing(self.session.job, view, room) if room is not None else None
        if not way or room is None or photo is None or drawing is None:
            return
        tall = drawing.bounds[3]
        spot = (round(x / WIDE, 5), round(y / tall, 5))
        if not (0.0 <= spot[0] <= 1.0 and 0.0 <= spot[1] <= 1.0):
            self.session.told.emit("That is beside the photograph.")
            return
        if way == "grow":
            self._grow(room.id, photo.id, photo.picture, spot)
            return
        placed = placed_of(view.pointing)
        if way == "outline" and len(placed) > 2 and abs(spot[0] - placed[0][0]) + abs(spot[1] - placed[0][1]) < CLOSES:
            self._close(room, photo.id, placed)
            return
        placed = (*placed, spot)
        if way == "corners" and len(placed) == 4:
            self._square_up(room, photo.id, placed)
            return
        self.session.look(pointing=pointing_of(way, placed))

    def ask_size(self, about: ThingPath) -> None:
        """Close an outline that is being marked; else type a size."""
        view, room = self.session.view, self.session.room()
        placed = placed_of(view.pointing)
        if way_of(view.pointing) == "outline" and len(placed) > 2 and room is not None:
            photo = photo_of(room, view.selected.id if isinstance(view.selected, ClientPhotoPath) else "")
            if photo is not None:
                self._close(room, photo.id, placed)
                return
        super().ask_size(about)

    def _usual_surface(self, job: Job, room: Room) -> str:
        """Return which surface a new part is taken to be: the walls' as a whole, or the first that has a colour."""
        from narrow_cornice.boards.photographs import surfaces_of

        surfaces = surfaces_of(job, room)
        first = next((one.key for one in surfaces if one.key in ("walls", "upper wall")), None)
        return first or (surfaces[0].key if surfaces else "walls")

    def _close(self, room: Room, photo_id: str, outline: tuple[Spot, ...]) -> None:
        self._put(room.id, photo_id, (PhotoPart("", outline, self._usual_surface(self.session.job, room)),))

    def _put(self, room_id: str, photo_id: str, parts: tuple[PhotoPart, ...]) -> None:
        """Put parts on a photograph as one change, and select the last."""
        steps = [edits.put_photo_part(room_id, photo_id, "", one.outline, one.surface, one.holes) for one in parts]

        def apply(job: Job) -> Job:
            for step in steps:
                job = step.apply(job)
            return job

        self.session.look(pointing="")
        if self.session.do_made(lambda: Edit("parts of the photograph", apply)):
            photo = photo_of(self.session.job.room(room_id), photo_id)
            if photo is not None and photo.parts:
                self.session.look(selected=ClientPhotoPath(room_id, photo.id, photo.parts[-1].id))

    def _grow(self, room_id: str, photo_id: str, picture: str, spot: Spot) -> None:
        content = self.session.job.pictures.get(picture)
        if content is None:
            return

        def work() -> tuple[tuple[Spot, ...], tuple[tuple[Spot, ...], ...]] | None:
            from narrow_cornice.boards.photographs import grown_part

            return grown_part(content, spot)

        def take(found: tuple[tuple[Spot, ...], tuple[tuple[Spot, ...], ...]] | None) -> None:
            room = next((one for one in self.session.job.rooms if one.id == room_id), None)
            if found is None or room is None:
                self.session.told.emit("Nothing of one colour can be made out there: mark it corner by corner.")
                return
            surface = self._usual_surface(self.session.job, room)
            self._put(room_id, photo_id, (PhotoPart("", found[0], surface, found[1]),))

        self.session.errands.run("Looking for its edges", work, take, self.session.refused.emit)

    def _square_up(self, room: Room, photo_id: str, corners: tuple[Spot, ...]) -> None:
        """Mark the surfaces of the wall that a photograph shows square."""
        from narrow_cornice.boards.photographs import parts_of_wall

        photo = photo_of(room, photo_id)
        if photo is None:
            return
        made = parts_of_wall(self.session.job, room, replace(photo, corners=corners))
        self.session.look(pointing="")
        if not made:
            self.session.told.emit("These four places are no corners of a wall: press them again, lower left first.")
            return
        if self.session.do_made(lambda: edits.change_client_photo(room.id, photo_id, corners=corners)):
            self._put(room.id, photo_id, made)
