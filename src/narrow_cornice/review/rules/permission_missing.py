"""Work that somebody else must permit first: refused, asked and not yet answered, or not even asked (B3)."""

from __future__ import annotations

from collections.abc import Iterator

from msgspec.structs import replace

from narrow_cornice.job.brief import Permission, Permit
from narrow_cornice.job.edits.brief_edits import set_brief
from narrow_cornice.job.edits.making import fresh_id
from narrow_cornice.job.finishes import group_and_thing
from narrow_cornice.job.history import Edit
from narrow_cornice.job.model import Job
from narrow_cornice.job.paths import BriefPath
from narrow_cornice.review.finding import Finding, Grade, RoomSeen
from narrow_cornice.units.words import several

ONLY_WHERE_ASKED: tuple[Permit, ...] = ("change what the street sees",)  # most streets have no say in a reveal
WALLS = ("upper wall", "lower wall", "frieze", "ceiling")


def planned(seen: RoomSeen) -> dict[Permit, str]:
    """Return what is planned in the room that may need a permission, with what shows it."""
    painted = [one.surface for one in seen.coated if one.paint is not None]
    plans: dict[Permit, str] = {}
    walls = [one for one in painted if one.group in WALLS]
    wood = [one for one in painted if one.group not in (*WALLS, "reveal")]
    if walls:
        plans["paint the walls"] = f"{several(len(walls), 'surface')} of walls and ceiling to be painted"
    if wood:
        plans["paint the woodwork"] = f"{several(len(wood), 'surface')} of wood to be painted"
    holes = {
        ("built-in", "built-ins"): len(seen.room.measured.recesses),
        ("framed thing", "framed things"): len(seen.room.trim.frames),
        ("field of panels", "fields of panels"): len(seen.room.trim.panels),
    }
    if any(holes.values()):
        listed = " and ".join(several(count, *what) for what, count in holes.items() if count)
        plans["make holes"] = f"{listed} to be fixed to the wall"
    floors = [one for one in seen.room.measured.marks if one.on == "floor"]
    if floors:
        plans["change the floor"] = f"{several(len(floors), 'place')} of the floor to be mended"
    windows = {one.id for one in seen.room.measured.openings if one.kind == "window"}
    outside = [one for one in painted if one.group == "reveal" and group_and_thing(one.key)[1] in windows]
    if outside:
        plans["change what the street sees"] = f"{several(len(outside), 'reveal')} of windows to be painted"
    return plans


def _to_be_asked(what: Permit) -> Edit:
    """Return the fix that puts a permission that nobody wrote down into the brief, as one to be asked for."""

    def apply(job: Job) -> Job:
        if any(one.what == what for one in job.brief.permissions):
            return job
        fresh = fresh_id("l", (one.id for one in job.brief.permissions))
        return replace(job, brief=replace(job.brief, permissions=(*job.brief.permissions, Permission(fresh, what))))

    return Edit(f"Ask to {what}", apply)


def look(seen: RoomSeen) -> Iterator[Finding]:
    """Compare what is planned with the permissions of the brief; a rented house needs each of them."""
    permissions = {one.what: one for one in seen.house.permissions}
    for what, shown in planned(seen).items():
        permission = permissions.get(what)
        if permission is None and (seen.house.tenure != "rented" or what in ONLY_WHERE_ASKED):
            continue
        state = permission.state if permission is not None else "not asked"
        if state == "given":
            continue
        grade: Grade = "will not fit" if state == "refused" else "worth a thought"
        fixes: tuple[Edit, ...] = ()
        if permission is None:
            fixes = (_to_be_asked(what),)
        else:
            given = set_brief(BriefPath("", "permissions", permission.id, "state"), "given", "mm")
            fixes = (replace(given, title="It was given"),) if state != "refused" else ()
        yield Finding(
            key=f"permission missing:{seen.room.id}:{what}",
            grade=grade,
            room_id=seen.room.id,
            room=seen.room.name,
            where="the brief",
            says=f"Permission to {what} is {state}",
            many="Permissions refused: {n} places" if state == "refused" else "Permissions not given yet: {n} places",
            measured=shown,
            rule="Ask before walls are painted, floors changed or holes made in what is not one's own (brief).",
            risk="Work that was not permitted is undone at one's own cost.",
            by_brief=True,
            about=BriefPath(seen.room.id, "permissions"),
            fixes=fixes,
        )
