"""Dentils and modillions of a room's cornice: spaced on every wall so that corners match."""

from __future__ import annotations

from narrow_cornice.derived.trimwork.trimmed import TrimmedRoom
from narrow_cornice.job.rules import house_rules_of
from narrow_cornice.memo import by_identity
from narrow_cornice.trim.profiles import Profile
from narrow_cornice.trim.runs import Run
from narrow_cornice.trim.spacing import SHARE, Course, face_length, spaced
from narrow_cornice.trim.stacks import PlacedMember
from narrow_cornice.units.show import ShownIn, show_fine

WHAT = {"dentil course": "dentils", "modillion band": "modillions"}
RULES = {"dentils": ("dentil_width", "dentil_gap"), "modillions": ("modillion_width", "modillion_gap")}
FACE = {"dentils": 1.0, "modillions": 0.35}  # of a member's projection: how far out its blocks stand to one another


def ends_of(run: Run) -> float:
    """Return the share of a gap that is at both ends of a run together."""
    return SHARE[run.left] + SHARE[run.right]


def _courses(profile: Profile) -> list[tuple[str, PlacedMember]]:
    return [(WHAT[one.member.kind], one) for one in profile.members if one.member.kind in WHAT]


@by_identity(times=1, each="room")
def courses_of(trimmed: TrimmedRoom, changed_rules: dict[str, float]) -> tuple[tuple[Run, Course], ...]:
    """Return the dentils and modillions of every run of a room's cornice, the runs they stand on with them."""
    piece, rules = trimmed.trim.of("cornice"), house_rules_of(changed_rules)
    if piece.profile is None:
        return ()
    runs = [run for run in trimmed.runs if run.kind == "cornice" and not run.there]
    made: list[tuple[Run, Course]] = []
    for what, placed in _courses(piece.profile):
        tall = placed.member.height
        width_share, gap_share = (rules.value(key) for key in RULES[what])
        width = tall * width_share
        if width < 1.0:
            continue
        out = placed.start[0] + FACE[what] * placed.member.projection
        faces = []
        for run in runs:
            wall = trimmed.wall(run.wall)
            at_left, at_right = (270.0, 270.0) if run.over else (wall.left.value, wall.right.value)
            left, right = (run.left, at_left), (run.right, at_right)
            faces.append(face_length(run.length.value, out, left, right))
        asked = [(face, ends_of(run)) for (face, _), run in zip(faces, runs, strict=True)]
        spread = spaced(asked, width, width * gap_share)
        for run, (face, begins), (count, gap) in zip(runs, faces, spread, strict=True):
            first = run.start + begins + SHARE[run.left] * gap
            low = piece.bottom + placed.start[1]
            if count:
                sizes = (count, width, gap, first, face, low, low + tall, placed.member.projection)
                made.append((run, Course(run.wall_name, what, *sizes)))
    return tuple(made)


def words_of(course: Course, how: ShownIn) -> str:
    """Return a course in words: "57 dentils of 24.0 mm, gaps of 12.3 mm"."""
    return f"{course.count} {course.what} of {show_fine(course.width, how)}, gaps of {show_fine(course.gap, how)}"
