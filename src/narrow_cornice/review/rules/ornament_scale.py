"""Ornament out of scale with its member, or more of it than the room's rank bears (T6)."""

from __future__ import annotations

from collections.abc import Iterator

from msgspec.structs import replace

from narrow_cornice.derived.trimwork.courses import WHAT
from narrow_cornice.derived.trimwork.sections import change_member, remove_member
from narrow_cornice.job.history import Edit
from narrow_cornice.job.paths import MemberPath, TrimPath
from narrow_cornice.review.finding import Finding, RoomSeen
from narrow_cornice.trim.kinds import MEMBERED

INSIDE = 1.05  # how far inside its limits a course is made that was outside: sizes are typed in whole steps


def look(seen: RoomSeen) -> Iterator[Finding]:
    """Compare the courses of a cornice with its height, and count them."""
    profile = seen.trim.of(MEMBERED).profile
    if profile is None or not any(run.kind == MEMBERED and not run.there for run in seen.trimmed.runs):
        return
    least, most = seen.rules.value("ornament_least"), seen.rules.value("ornament_most")
    courses = [one for one in profile.members if one.member.kind in WHAT]
    for one in courses:
        share, what = one.member.height / profile.height, WHAT[one.member.kind]
        if least <= share <= most:
            continue
        path = MemberPath(seen.room.id, MEMBERED, one.stack, one.index, size="height")
        # The others keep their sizes, so the cornice grows or shrinks with its course.
        better = least * INSIDE if share < least else most / INSIDE
        size = seen.wish((profile.height - one.member.height) * better / (1 - better))
        changed = change_member(seen.trimmed, path, height=size.mm)
        yield _finding(
            seen, f"{one.stack}:{one.index}", "will show",
            f"The {what} are too {'small' if share < least else 'large'} for the cornice",
            f"{seen.size(one.member.height)} of {seen.size(profile.height)}: {100 * share:.0f} %",
            f"A course takes {100 * least:.0f} % to {100 * most:.0f} % of its cornice (house rules).",
            "Clumsy ornament is worse than none.", path, (replace(changed, title=f"Make it {size.text}"),),
        )  # fmt: skip
    if len(courses) > 1 and seen.room.trim.rank != "principal":
        upper = courses[-1]
        path = MemberPath(seen.room.id, MEMBERED, upper.stack, upper.index)
        fewer: tuple[Edit, ...] = ()
        if len([one for one in profile.members if one.stack == upper.stack]) > 1:
            fewer = (replace(remove_member(seen.trimmed, path), title="One course"),)
        yield _finding(
            seen, "several", "worth a thought", f"A {seen.room.trim.rank} room has {len(courses)} courses of ornament",
            ", ".join(WHAT[one.member.kind] for one in courses), "Ornament sparingly, by the rank of the room (trim).",
            "Nothing is left for the rooms that should lead.", TrimPath(seen.room.id, MEMBERED), fewer,
        )  # fmt: skip


# Many parameters: the words of a finding, each said where it is found.
def _finding(
    seen: RoomSeen,
    key: str,
    grade: str,
    says: str,
    measured: str,
    rule: str,
    risk: str,
    about: TrimPath | MemberPath,
    fixes: tuple[Edit, ...],
) -> Finding:
    return Finding(
        key=f"ornament scale:{seen.room.id}:{key}",
        grade="will show" if grade == "will show" else "worth a thought",
        room_id=seen.room.id,
        room=seen.room.name,
        where=MEMBERED,
        says=says,
        many="Ornament out of scale: {n} places",
        measured=measured,
        rule=rule,
        risk=risk,
        about=about,
        fixes=fixes,
    )
