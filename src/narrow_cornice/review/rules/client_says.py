"""What the client said: a no to something that is still proposed, and items that were passed over once answers were
begun (R3)."""

from __future__ import annotations

from collections.abc import Iterator

from msgspec.structs import replace

from narrow_cornice.derived.presented.items import Item, asked_of
from narrow_cornice.job.edits.presented_edits import answer_item
from narrow_cornice.job.history import Edit
from narrow_cornice.job.model import Room
from narrow_cornice.job.paths import ItemPath
from narrow_cornice.review.finding import Finding, Grade, JobSeen


def look(seen: JobSeen) -> Iterator[Finding]:
    """Look at the answers of every room that has some."""
    for room in seen.job.rooms:
        if not room.presented.answers:
            continue
        items = asked_of(seen.job, room)
        yield from (_refused(room, item) for item in items if item.answer is not None and item.answer.says == "no")
        waiting = [item for item in items if item.answer is None or item.answer.says == "later"]
        if waiting:
            yield _waiting(room, waiting, len(items))


def _refused(room: Room, item: Item) -> Finding:
    because = f": {item.answer.because}" if item.answer is not None and item.answer.because else ""
    again = replace(answer_item(room.id, item.key, item.name, None), title="Ask again")
    return _finding(
        room,
        item,
        f"no:{item.key}",
        f"The client does not want {item.name[:60]}{because[:120]}",
        "no",
        "will show",
        (again,),
        "Refused by the client, and still proposed: {n} things",
    )


def _waiting(room: Room, items: list[Item], count: int) -> Finding:
    words = f"{len(items)} of {count} items have no answer yet" if len(items) > 1 else "One item has no answer yet"
    return _finding(room, items[0], "open", words, f"{count - len(items)} of {count} answered", "worth a thought")


# Many parameters: the words of a finding, each said where it is found.
def _finding(
    room: Room,
    item: Item,
    key: str,
    says: str,
    measured: str,
    grade: Grade,
    fixes: tuple[Edit, ...] = (),
    many: str = "",
) -> Finding:
    return Finding(
        key=f"client says:{room.id}:{key}",
        grade=grade,
        room_id=room.id,
        room=room.name,
        where="answers",
        says=says,
        many=many,
        measured=measured,
        rule="The client's answers are recorded against each item; what was refused is not done (R3).",
        risk="What nobody agreed to is paid by whoever did it.",
        about=ItemPath(room.id, item.key),
        fixes=fixes,
    )
