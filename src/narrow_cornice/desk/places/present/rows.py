"""The bench of Present: the eye, an item and the client's answer, a card, a photograph, what is held against what."""

from __future__ import annotations

from collections.abc import Iterator
from functools import partial

from msgspec.structs import replace

from narrow_cornice.boards.viewpoints import aim_height, eye_height, viewpoint_of
from narrow_cornice.derived.presented.items import Item, items_of
from narrow_cornice.desk.bench import Bench
from narrow_cornice.desk.bench_rows import (
    ButtonsRow,
    Caption,
    ChoiceRow,
    NoteRow,
    Row,
    SizeRow,
    SwatchRow,
    TextRow,
    Title,
    ToggleRow,
)
from narrow_cornice.desk.places.present.placing import pointing_of, way_of
from narrow_cornice.desk.rows.typed_numbers import number_typed
from narrow_cornice.desk.size_field import SizeField
from narrow_cornice.drawing.boards.record import SAYS, asked_item
from narrow_cornice.drawing.boards.sheet import SIZES
from narrow_cornice.drawing.site_diary import day_words
from narrow_cornice.job import edits
from narrow_cornice.job.edits.making import checked_name
from narrow_cornice.job.history import Edit
from narrow_cornice.job.model import Job, Room
from narrow_cornice.job.paths import AnswerPath, CardPath, ClientPhotoPath, EyePath, ItemPath, SlidePath
from narrow_cornice.job.presented import CardWish, ClientPhoto, PhotoPart, Viewpoint
from narrow_cornice.units.dates import today
from narrow_cornice.units.lengths import Length
from narrow_cornice.units.show import show_money

LEAST_ANGLE, MOST_ANGLE = 20.0, 110.0
NOTHING_SAID = "as proposed"


def present_rows(bench: Bench, job: Job, room: Room) -> Iterator[Row]:
    """Yield how a room is presented, by the leaf that is looked at."""
    yield Title("Present", room.name)
    leaf = bench.session.view.leaf
    if leaf in ("board", "house"):
        yield from _sheet_rows(bench, job)
    elif leaf == "compare":
        yield from _against_rows(bench, job)
    elif leaf == "photo":
        yield from _photos_rows(bench, room)
    elif leaf == "answers":
        yield from _asked_rows(bench, job, room)
    else:
        yield from _eye_rows(bench, job, room)
    yield from bench.findings(lambda finding: isinstance(finding.about, ItemPath) and finding.room_id == room.id)


# ---- the eye


def eye_rows(bench: Bench, job: Job, path: EyePath) -> Iterator[Row]:
    """Yield from where a room is seen."""
    room = job.room(path.room)
    yield Title("The place it looks at" if path.what else "The eye", room.name)
    yield from _eye_rows(bench, job, room)


def _eye_rows(bench: Bench, job: Job, room: Room) -> Iterator[Row]:
    view = viewpoint_of(room, job.house_rules)
    if view is None:
        yield NoteRow("The room is not measured yet: there is nothing to see.")
        return
    yield from bench.size_rows(EyePath(room.id, size="height"), "How high")
    yield from bench.size_rows(EyePath(room.id, "aim", size="aim"), "Looks at")

    def take(angle: float | None) -> bool:
        wide = 72.0 if angle is None else angle
        return bench.session.do_made(lambda: edits.see_from(room.id, replace(view, angle=wide)))

    yield SizeRow(
        "Lens",
        f"{view.angle:g}°",
        "72°",
        lambda text: number_typed(bench, text.replace("°", ""), "angle", (LEAST_ANGLE, MOST_ANGLE), take),
    )
    if room.presented.eye is not None:
        yield NoteRow("Somebody put the eye here.")
        yield ButtonsRow(("Where most is seen",), lambda _: bench.do(edits.see_from(room.id, None)))
    else:
        yield NoteRow("From where most of the walls, and of what is on them, is seen.")
    yield ButtonsRow(
        ("Move it on the plan", "In perspective"),
        lambda number: bench.session.look(leaf="seen", seen_as=("eye", "perspective")[number]),
    )
    yield NoteRow("N: by day, or as its lamps light it.")


def eye_size(job: Job, path: EyePath) -> SizeField | None:
    """Return the height of the eye, or of the place it looks at."""
    room = job.room(path.room)
    view = viewpoint_of(room, job.house_rules)
    if view is None:
        return None
    aim = path.what == "aim" or path.size == "aim"
    high = aim_height(view, job.house_rules) if aim else eye_height(view, job.house_rules)

    def edit(length: Length | None) -> Edit:
        made: Viewpoint = replace(view, aim=length) if aim else replace(view, height=length)
        return edits.see_from(room.id, made)

    size = "aim" if aim else "height"
    there = EyePath(room.id, "aim" if aim else "", size=size)
    return SizeField(there, "place looked at" if aim else "eye", "height", high, edit, may_be_empty=True)


# ---- items and answers


def item_of(job: Job, path: ItemPath | AnswerPath) -> Item | None:
    """Return the item that a path is of, None where it is no longer proposed."""
    room = next((one for one in job.rooms if one.id == path.room), None)
    if room is None:
        return None
    return next((item for item in items_of(job, room) if item.key == path.key), None)


def item_words(job: Job, path: ItemPath | AnswerPath) -> str:
    """Return an item in words."""
    item = item_of(job, path)
    return item.name if item is not None else "no longer proposed"


def item_rows(bench: Bench, job: Job, path: ItemPath | AnswerPath) -> Iterator[Row]:
    """Yield an item with the client's answer."""
    room, item = job.room(path.room), item_of(job, path)
    if item is None:
        yield Title("No longer proposed", room.name)
        return
    yield from _item(bench, job, room, item)


def _asked_rows(bench: Bench, job: Job, room: Room) -> Iterator[Row]:
    found = asked_item(job, room, "")
    if found is None:
        yield NoteRow("Nothing is proposed for this room yet.")
        return
    yield from _item(bench, job, room, found[0])


def _item(bench: Bench, job: Job, room: Room, item: Item) -> Iterator[Row]:
    yield Title(item.name[:70], f"{item.topic}, {room.name}")
    for words in (item.said, item.why):
        if words:
            yield NoteRow(f"{words[:1].upper()}{words[1:]}.")
    if item.tone:
        yield SwatchRow("", ((item.tone, item.name[:30]),))
    if item.cost is not None:
        money = f" {job.settings.money}" if job.settings.money else ""
        yield NoteRow(f"{show_money(item.cost)}{money}, materials and labour.")
    yield Caption("The client says")
    current = item.answer.says if item.answer is not None else ""

    def say(number: int) -> None:
        bench.do(edits.answer_item(room.id, item.key, item.name, SAYS[number], because(), today()))

    def because() -> str:
        return item.answer.because if item.answer is not None else ""

    yield ButtonsRow(tuple(f"{one.capitalize()}{' ✓' if one == current else ''}" for one in SAYS), say)
    if item.answer is not None:
        says, day = item.answer.says, item.answer.day
        yield TextRow(
            "Because",
            because(),
            lambda text: bench.session.do_made(
                lambda: edits.answer_item(room.id, item.key, item.name, says, text, day)
            ),
        )
        if day is not None:
            yield NoteRow(f"Said on {day_words(day)}.")
        yield ButtonsRow(
            ("No answer after all",), lambda _: bench.do(edits.answer_item(room.id, item.key, item.name, None))
        )
    yield ToggleRow(
        "Can be left out",
        item.optional,
        lambda on: bench.do(edits.make_optional(room.id, item.key, item.name, on=on)),
    )
    if item.sample:
        yield NoteRow(f"To bring: {item.sample}.")
    yield ButtonsRow(("Go to where it is decided",), lambda _: bench.show_thing(item.about))


# ---- boards


def _sheet_rows(bench: Bench, job: Job) -> Iterator[Row]:
    papers = tuple((paper, paper) for paper in SIZES)
    yield ChoiceRow("Paper", papers, job.presenting.paper, lambda value: bench.do(edits.present_on(paper=value)))
    yield ToggleRow("Costs on it", job.presenting.costs, lambda on: bench.do(edits.present_on(costs=on)))
    yield NoteRow("Drag a card to move it; choose one to word it, to leave it out, or to let the rule put it again.")


def _wish_of(job: Job, path: CardPath) -> CardWish:
    if path.board:
        return job.room(path.board).presented.cards.get(path.key, CardWish())
    return job.presenting.cards.get(path.key, CardWish())


def card_words(job: Job, path: CardPath) -> str:
    """Return a card in words."""
    return _wish_of(job, path).words or path.key.partition(":")[0]


def card_rows(bench: Bench, job: Job, path: CardPath) -> Iterator[Row]:
    """Yield a card of a board: what it is called, and whether it is there."""
    if path.board and all(room.id != path.board for room in job.rooms):
        return
    wish = _wish_of(job, path)
    usual = path.key.partition(":")[0]
    yield Title("A card of the board", wish.words or usual)

    def change(**fields: object) -> bool:
        return bench.session.do_made(lambda: edits.wish_of_card(path.board, path.key, usual, **fields))

    yield TextRow("In your words", wish.words, lambda text: change(words=text.strip()[:400]))
    yield ToggleRow("On the board", not wish.left_out, lambda on: change(left_out=not on))
    if wish.at is not None:
        yield ButtonsRow(("Where the rule has it",), lambda _: change(at=None))
    yield from _sheet_rows(bench, job)


# ---- before and after


def slide_rows(bench: Bench, job: Job, path: SlidePath) -> Iterator[Row]:
    """Yield what a room is held against."""
    yield Title("Before and after", job.room(path.room).name)
    yield from _against_rows(bench, job)


def _against_rows(bench: Bench, job: Job) -> Iterator[Row]:
    options = (("", "as it is now"), *((one.id, one.name[:40]) for one in job.schemes))
    against = job.presenting.against if any(key == job.presenting.against for key, _ in options) else ""
    yield ChoiceRow("Against", options, against, lambda value: bench.do(edits.present_on(against=value)))
    yield NoteRow(
        "As it is now: nothing new in it, surfaces in their old colours where Finishes knows them, old trim where it "
        "was read."
    )
    slid = bench.session.view.slid
    yield ButtonsRow(
        ("All of one", "Half and half", "All of the other"),
        lambda number: bench.session.look(slid=(1.0, 0.5, 0.0)[number]),
    )
    yield NoteRow(f"The slide stands at {100 * slid:.0f} %: drag it, or press [ and ].")


# ---- the client's photograph


def _photo(job: Job, path: ClientPhotoPath) -> ClientPhoto | None:
    return next((one for one in job.room(path.room).presented.photos if one.id == path.id), None)


def photo_words(job: Job, path: ClientPhotoPath) -> str:
    """Return a photograph, or a part of it, in words."""
    photo = _photo(job, path)
    if photo is None:
        return ""
    part = next((one for one in photo.parts if one.id == path.part), None)
    return photo.name if part is None else f"{part.surface.replace('@', ' ')}, in {photo.name}"


def _photos_rows(bench: Bench, room: Room) -> Iterator[Row]:
    if not room.presented.photos:
        yield NoteRow("No photograph of this room yet: drop one on the drawing, or press the line below its sheet.")
        return
    for photo in room.presented.photos:
        yield ButtonsRow(
            (photo.name[:60],),
            partial(lambda photo, _: bench.session.select(ClientPhotoPath(room.id, photo.id)), photo),
        )
    yield from _marking(bench, room, room.presented.photos[0])


def photo_rows(bench: Bench, job: Job, path: ClientPhotoPath) -> Iterator[Row]:
    """Yield a photograph, or a part of it with the surface it is and the colour it gets."""
    room, photo = job.room(path.room), _photo(job, path)
    if photo is None:
        return
    part = next((one for one in photo.parts if one.id == path.part), None)
    yield Title(photo.name if part is None else "A part of the photograph", room.name)
    if part is not None:
        yield from _part_rows(bench, job, room, photo, part)
        return
    yield TextRow(
        "Name",
        photo.name,
        lambda text: bench.session.do_made(
            lambda: edits.change_client_photo(room.id, photo.id, name=checked_name(text, "A photograph")[:200])
        ),
    )
    yield from _marking(bench, room, photo)
    yield ButtonsRow(
        ("Take it out of the job",),
        lambda _: bench.do(edits.remove_client_photo(room.id, photo.id, photo.name)),
    )


def _marking(bench: Bench, room: Room, photo: ClientPhoto) -> Iterator[Row]:
    """Yield the ways to mark a part."""
    yield Caption("Mark its parts")
    path = ClientPhotoPath(room.id, photo.id)

    def begin(way: str) -> None:
        bench.session.look(
            leaf="photo",
            seen_as="photo-as",
            selected=path,
            pointing=pointing_of(way),  # type: ignore[arg-type]
        )

    way = way_of(bench.session.view.pointing)
    if way:
        said = {
            "grow": "Press a place of the paint: it is grown up to its edges.",
            "outline": "Press corner after corner; Enter, or the first corner again, closes it. Escape gives up.",
            "corners": "Press the wall's corners: lower left, lower right, upper right, upper left.",
        }[way]
        yield NoteRow(said, "verdigris")
        yield ButtonsRow(("Give up",), lambda _: bench.session.look(pointing=""))
    yield ButtonsRow(("Grow from a point", "Corner by corner"), lambda number: begin(("grow", "outline")[number]))
    walls = tuple((wall.id, f"wall {edits.wall_name(room, wall.id)}") for wall in room.measured.walls)
    if walls:
        yield ChoiceRow(
            "Shows square",
            (("", "no wall"), *walls),
            photo.wall if any(key == photo.wall for key, _ in walls) else "",
            lambda value: bench.do(edits.change_client_photo(room.id, photo.id, wall=value, corners=())),
        )
        if photo.wall:
            yield ButtonsRow(("Mark the wall's four corners",), lambda _: begin("corners"))


# Many parameters: a part of a photograph of a room.
def _part_rows(bench: Bench, job: Job, room: Room, photo: ClientPhoto, part: PhotoPart) -> Iterator[Row]:
    from narrow_cornice.boards.photographs import surfaces_of, tone_of_part

    surfaces = surfaces_of(job, room)

    def put(**fields: str) -> None:
        made = replace(part, **fields)
        bench.do(edits.put_photo_part(room.id, photo.id, part.id, made.outline, made.surface, made.holes, made.colour))

    known = tuple((one.key, one.words[:50]) for one in surfaces)
    options = known if any(key == part.surface for key, _ in known) else ((part.surface, "not said"), *known)
    yield ChoiceRow("Is", options, part.surface, lambda value: put(surface=value), ("", *[""] * (len(options) - 1)))
    tone, old = tone_of_part(job, room, part)
    colours = (("", NOTHING_SAID), *((one.id, one.name[:40]) for one in job.colours))
    swatches = ("", *(one.hex for one in job.colours))
    yield ChoiceRow("Colour", colours, part.colour, lambda value: put(colour=value), swatches)
    shown = ((tone, "new"), *(((old, "the paint there now"),) if old else ()))
    if tone:
        yield SwatchRow("", shown)
    if not old:
        yield NoteRow(
            "The old colour is not known (Finishes, over): the photograph is taken to show it as it is. With it the "
            "photograph's own exposure and the tint of its light are reckoned in."
        )
    yield ButtonsRow(("Leave it as it is",), lambda _: bench.do(edits.remove_photo_part(room.id, photo.id, part.id)))
