"""Changes to schemes: other ways to do the job, kept beside the one that is worked on."""

from __future__ import annotations

from msgspec.structs import replace

from narrow_cornice.job.edits.making import EditError, changed_one, checked_name, fresh_id, without_one
from narrow_cornice.job.history import Edit
from narrow_cornice.job.model import Job, Scheme

MOST = 20
FIRST = "First scheme"  # what the scheme that is worked on is called while it has no name


def keep_scheme(name: str) -> Edit:
    """Keep the rooms as they are as a scheme, and go on with the same under another name."""
    new = checked_name(name, "A scheme")

    def apply(job: Job) -> Job:
        if len(job.schemes) >= MOST:
            raise EditError(f"{MOST} schemes are the most.", remedy="Take one away first.")
        kept = Scheme(fresh_id("v", (one.id for one in job.schemes)), job.scheme or FIRST, job.rooms)
        return replace(job, scheme=new, schemes=(*job.schemes, kept))

    return Edit(f"another scheme: {new[:40]}", apply)


def take_scheme(scheme_id: str, name: str) -> Edit:
    """Work on another scheme; the one that was worked on is kept in its place."""

    def apply(job: Job) -> Job:
        chosen = next((one for one in job.schemes if one.id == scheme_id), None)
        if chosen is None:
            raise EditError("This scheme is no longer there.", where=name[:40])
        there = Scheme(chosen.id, job.scheme or FIRST, job.rooms)
        schemes = tuple(there if one.id == scheme_id else one for one in job.schemes)
        return replace(job, scheme=chosen.name, rooms=chosen.rooms, schemes=schemes)

    return Edit(f"work on {name[:40]}", apply)


def take_room(scheme_id: str, room_id: str, name: str) -> Edit:
    """Take a room out of another scheme in place of the one that is worked on, or beside the others where there is none
    of its identity."""

    def apply(job: Job) -> Job:
        scheme = next((one for one in job.schemes if one.id == scheme_id), None)
        room = next((one for one in scheme.rooms if one.id == room_id), None) if scheme is not None else None
        if scheme is None or room is None:
            raise EditError("This room is no longer in that scheme.", where=name[:40])
        if any(one.id == room_id for one in job.rooms):
            return replace(job, rooms=tuple(room if one.id == room_id else one for one in job.rooms))
        return replace(job, rooms=(*job.rooms, room))

    return Edit(f"{name[:40]} as in another scheme", apply)


def rename_scheme(scheme_id: str, name: str) -> Edit:
    """Call a scheme otherwise; the one that is worked on goes by an empty identity."""
    new = checked_name(name, "A scheme")

    def apply(job: Job) -> Job:
        if not scheme_id:
            return replace(job, scheme=new)
        return replace(job, schemes=changed_one(job.schemes, scheme_id, name=new))

    return Edit(f"scheme called {new[:40]}", apply)


def remove_scheme(scheme_id: str, name: str) -> Edit:
    """Take a scheme away."""
    return Edit(f"remove scheme {name[:40]}", lambda job: replace(job, schemes=without_one(job.schemes, scheme_id)))
