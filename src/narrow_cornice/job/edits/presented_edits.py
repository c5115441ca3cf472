"""Changes to how a job is presented: from where a room is seen, answers, cards of boards, photographs."""

from __future__ import annotations

import re
from collections.abc import Sequence
from typing import Any

from msgspec.structs import replace

from narrow_cornice.job.edits.making import (
    EditError,
    changed_one,
    checked_name,
    fresh_id,
    in_room,
    put_one,
    room_edit,
    without_one,
)
from narrow_cornice.job.history import Edit
from narrow_cornice.job.model import Job, Room
from narrow_cornice.job.presented import (
    Answer,
    CardWish,
    ClientPhoto,
    PhotoPart,
    Presented,
    Says,
    Spot,
    Viewpoint,
)
from narrow_cornice.job.presented_checks import check_presented, check_presenting


def _presented(title: str, room_id: str, change: Any) -> Edit:
    def changed(room: Room) -> Room:
        made: Presented = change(room.presented)
        check_presented(made, "presented")
        return replace(room, presented=made) if made != room.presented else room

    return room_edit(title[:90], room_id, changed)


def see_from(room_id: str, view: Viewpoint | None) -> Edit:
    """See a room from a place, or again from where the rule has it (None)."""
    title = "where the eye is" if view is not None else "the eye where the rule has it"
    return _presented(title, room_id, lambda shown: replace(shown, eye=view))


def answer_item(
    room_id: str, key: str, name: str, says: Says | None, because: str = "", day: int | None = None
) -> Edit:
    """Write down what the client said of an item; None takes the answer away."""

    def change(shown: Presented) -> Presented:
        answers = {one: there for one, there in shown.answers.items() if one != key}
        if says is not None:
            answers[key] = Answer(says, because.strip()[:2000], day)
        return replace(shown, answers=answers)

    return _presented(f"{says or 'no answer'}: {name}", room_id, change)


def make_optional(room_id: str, key: str, name: str, *, on: bool) -> Edit:
    """Say that an item can be left out, or not."""

    def change(shown: Presented) -> Presented:
        rest = tuple(one for one in shown.optional if one != key)
        return replace(shown, optional=(*rest, key) if on else rest)

    return _presented(f"{name}: {'can be left out' if on else 'belongs to it'}", room_id, change)


def wish_of_card(room_id: str, key: str, called: str, **fields: Any) -> Edit:
    """Move, word or leave out a card of a room's board, or with no room of the house's own."""

    def put(cards: dict[str, CardWish]) -> dict[str, CardWish]:
        made = replace(cards.get(key, CardWish()), **fields)
        rest = {one: there for one, there in cards.items() if one != key}
        return rest if made == CardWish() else {**rest, key: made}

    title = f"card {called}: {', '.join(fields).replace('_', ' ')}"
    if room_id:
        return _presented(title, room_id, lambda shown: replace(shown, cards=put(shown.cards)))

    def apply(job: Job) -> Job:
        made = replace(job.presenting, cards=put(job.presenting.cards))
        check_presenting(made, "presenting")
        return replace(job, presenting=made)

    return Edit(title[:90], apply)


def present_on(**fields: Any) -> Edit:
    """Change the paper of the boards, or whether costs stand on them."""
    words = ", ".join(f"{key} {value}" for key, value in fields.items())
    return Edit(f"boards: {words}"[:90], lambda job: replace(job, presenting=replace(job.presenting, **fields)))


# ---- photographs of the client


def add_client_photo(room_id: str, name: str, content: bytes) -> Edit:
    """Keep a photograph of a room as it is; its picture goes into the job."""
    called = checked_name(name, "A photograph")[:200]

    def apply(job: Job) -> Job:
        room = job.room(room_id)
        base = re.sub("[^a-z0-9]", "", room_id.lower()) or "room"
        taken = {one.id for one in room.presented.photos}
        picture = fresh_id(f"{base[:30]}-seen-", (one.removesuffix(".jpg") for one in job.pictures)) + ".jpg"
        photo = ClientPhoto(fresh_id("ph", taken), called, picture)
        job = replace(job, pictures={**job.pictures, picture: content})
        return _presented("", room_id, lambda shown: replace(shown, photos=(*shown.photos, photo))).apply(job)

    return Edit(f"photograph: {called[:60]}", apply)


def remove_client_photo(room_id: str, photo_id: str, name: str) -> Edit:
    """Take a photograph of the client out of the job, with its picture where nothing else shows it."""

    def apply(job: Job) -> Job:
        photo = _photo(job, room_id, photo_id)
        job = in_room(
            job,
            room_id,
            lambda room: replace(
                room, presented=replace(room.presented, photos=without_one(room.presented.photos, photo_id))
            ),
        )
        rooms = (*job.rooms, *(room for scheme in job.schemes for room in scheme.rooms))
        if any(one.picture == photo.picture for room in rooms for one in room.presented.photos):
            return job
        return replace(job, pictures={key: one for key, one in job.pictures.items() if key != photo.picture})

    return Edit(f"remove photograph {name[:50]}", apply)


def _photo(job: Job, room_id: str, photo_id: str) -> ClientPhoto:
    for photo in job.room(room_id).presented.photos:
        if photo.id == photo_id:
            return photo
    raise EditError("This photograph is no longer there.", where="photograph")


def change_client_photo(room_id: str, photo_id: str, **fields: Any) -> Edit:
    """Change a photograph of the client: its name, the wall it shows and where that is."""
    return _presented(
        f"photograph: {', '.join(fields)}",
        room_id,
        lambda shown: replace(shown, photos=changed_one(shown.photos, photo_id, **fields)),
    )


# Many parameters: a part of a photograph.
def put_photo_part(
    room_id: str,
    photo_id: str,
    part_id: str,
    outline: Sequence[Spot],
    surface: str,
    holes: Sequence[Sequence[Spot]] = (),
    colour: str = "",
) -> Edit:
    """Mark a part of a photograph as a surface of the room, anew where it has no identity yet."""

    def change(shown: Presented) -> Presented:
        photo = next((one for one in shown.photos if one.id == photo_id), None)
        if photo is None:
            raise EditError("This photograph is no longer there.", where="photograph")
        identity = part_id or fresh_id("a", (one.id for one in photo.parts))
        part = PhotoPart(identity, tuple(outline), surface, tuple(tuple(hole) for hole in holes), colour)
        return replace(shown, photos=changed_one(shown.photos, photo_id, parts=put_one(photo.parts, part)))

    return _presented("a part of the photograph", room_id, change)


def remove_photo_part(room_id: str, photo_id: str, part_id: str) -> Edit:
    """Leave a part of a photograph as it is."""

    def change(shown: Presented) -> Presented:
        photos = tuple(
            replace(one, parts=without_one(one.parts, part_id)) if one.id == photo_id else one for one in shown.photos
        )
        return replace(shown, photos=photos)

    return _presented("a part of the photograph as it was", room_id, change)
