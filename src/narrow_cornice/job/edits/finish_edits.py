"""Changes to finishes and colours."""

from __future__ import annotations

from collections.abc import Iterable
from typing import Any

from msgspec.structs import replace

from narrow_cornice.colour.tones import checked_colour
from narrow_cornice.job.edits.making import changed_one, checked_name, fresh_id, room_edit, with_finishes
from narrow_cornice.job.finishes import Colour, Finish, group_and_thing
from narrow_cornice.job.history import Edit
from narrow_cornice.job.model import Job, Room


def change_finish(room_ids: Iterable[str], keys: Iterable[str], title: str, **fields: Any) -> Edit:
    """Change the finish of surfaces or groups of surfaces in one or many rooms.

    A key without "@" is a group: its single surfaces lose what they had of their own in the changed fields.
    """
    rooms, wanted = frozenset(room_ids), tuple(keys)

    def change(room: Room) -> Room:
        surfaces = dict(room.finishes.surfaces)
        for key in wanted:
            group, thing = group_and_thing(key)
            surfaces[key] = replace(surfaces.get(key) or surfaces.get(group) or Finish(), **fields)
            if thing:
                continue
            for other in [one for one in surfaces if one != key and group_and_thing(one)[0] == group]:
                surfaces[other] = replace(surfaces[other], **fields)
                if surfaces[other] == surfaces[key]:
                    del surfaces[other]
        return with_finishes(room, surfaces=surfaces)

    return Edit(title, lambda job: replace(job, rooms=tuple(change(r) if r.id in rooms else r for r in job.rooms)))


def share_finish(room_id: str, key: str, name: str) -> Edit:
    """Let a single surface share the finish of its group again."""
    return room_edit(
        f"{name[:40]} like the others",
        room_id,
        lambda room: with_finishes(
            room, surfaces={one: finish for one, finish in room.finishes.surfaces.items() if one != key}
        ),
    )


def add_colour(name: str, hex_colour: str) -> Edit:
    """Add a colour to the job."""
    new, tone = checked_name(name, "A colour"), checked_colour(hex_colour)

    def apply(job: Job) -> Job:
        colour = Colour(fresh_id("c", (one.id for one in job.colours)), new, tone)
        return replace(job, colours=(*job.colours, colour))

    return Edit(f"add colour {new[:40]}", apply)


def change_colour(colour_id: str, name: str, hex_colour: str) -> Edit:
    """Change a colour's name and tone, wherever it is used."""
    new, tone = checked_name(name, "A colour"), checked_colour(hex_colour)
    return Edit(
        f"colour {new[:40]}",
        lambda job: replace(job, colours=changed_one(job.colours, colour_id, name=new, hex=tone)),
    )
