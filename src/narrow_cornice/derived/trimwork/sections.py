"""A section redrawn: what typing a member's size, dragging a joint, or changing the stack makes of a room's choices.

A joint lies between two members. Moving it takes from one and gives to the other, so that the whole keeps its size and
goes on following its order; moving the last end changes the whole, which is then typed.
"""

from __future__ import annotations

from collections.abc import Mapping
from typing import Any, Literal

from msgspec.structs import replace

from narrow_cornice.derived.trimwork.trimmed import TrimmedRoom
from narrow_cornice.errors import CorniceError
from narrow_cornice.job.edits.trim_edits import draw_section
from narrow_cornice.job.history import Edit
from narrow_cornice.job.paths import MemberPath
from narrow_cornice.trim.choices import TrimChoice
from narrow_cornice.trim.kinds import TrimKind, choice_key, kind_and_member
from narrow_cornice.trim.members import Kind
from narrow_cornice.trim.profiles import TURNED, Profile
from narrow_cornice.trim.stacks import PlacedMember, Stack, StackMember, height_of, out_of, with_member
from narrow_cornice.units.lengths import Length

Where = Literal["above", "below"]
FINEST = 0.5  # mm: a hand with a pencil


def profile_of(trimmed: TrimmedRoom, kind: TrimKind) -> Profile | None:
    """Return the profile of a kind of trim in a room, None where it is not fitted."""
    return trimmed.trim.of(kind).profile


def stacks_of(profile: Profile, kind: TrimKind) -> dict[str, Stack]:
    """Return the stacks of a profile by their keys, at the size they are built."""
    made: dict[str, list[StackMember]] = {}
    for one in profile.members:
        made.setdefault(choice_key(kind, one.stack), []).append(one.member)
    return {key: tuple(members) for key, members in made.items()}


def joint_of(one: PlacedMember, kind: TrimKind) -> tuple[float, float]:
    """Return where a member ends, as (z, y): the joint to the next of its stack."""
    return one.start if kind in TURNED else one.end


def placed_member(profile: Profile | None, path: MemberPath) -> PlacedMember | None:
    """Return a member where it stands, None where there is none."""
    if profile is None:
        return None
    mine = (one for one in profile.members if choice_key(path.kind, one.stack) == path.key)
    return next((one for one in mine if one.index == path.index), None)


def _redrawn(trimmed: TrimmedRoom, kind: TrimKind, stacks: Mapping[str, Stack], title: str) -> Edit:
    """Return the edit that draws a section; sizes are typed only where the stacks no longer have the order's."""
    piece, room = trimmed.trim.of(kind), trimmed.room
    if piece.height is None or piece.profile is None:
        raise CorniceError(f"No {kind} is fitted in this room.", where=kind)
    before = stacks_of(piece.profile, kind)
    sizes: dict[str, dict[str, Any]] = {key: {"drawn": stack} for key, stack in stacks.items()}
    tall = {key: height_of(stack) for key, stack in stacks.items()}
    changed = {key for key in stacks if abs(tall[key] - height_of(before.get(key, ()))) > 1e-6}
    whole, was = sum(tall.values()), sum(height_of(stack) for stack in before.values())
    if kind == "cornice":
        typed = room.trim.choices.get("cornice", TrimChoice()).height is not None
        for key in stacks if typed else changed:
            sizes[key]["height"] = _length(tall[key])
        if typed and abs(whole - was) > 1e-6:
            sizes.setdefault("cornice", {})["height"] = _length(whole)
    elif changed:
        rail = trimmed.trim.of("picture rail")
        beside = rail.height.value if kind == "architrave" and rail.built and rail.height is not None else 0.0
        sizes[kind]["height"] = _length(whole + beside)
    out = sum(out_of(stack) for stack in stacks.values())
    if abs(out - sum(out_of(stack) for stack in before.values())) > 1e-6:
        sizes.setdefault(kind, {})["projection"] = _length(out)
    elif kind == "cornice" and changed and room.trim.choices.get("cornice", TrimChoice()).projection is None:
        sizes.setdefault(kind, {})["projection"] = _length(out)  # it would have grown with the height
    return draw_section(room.id, sizes, title)


def _length(mm: float) -> Length:
    return Length(mm, f"{mm:.2f}".rstrip("0").rstrip("."))


def _stacks(trimmed: TrimmedRoom, kind: TrimKind) -> dict[str, Stack]:
    profile = profile_of(trimmed, kind)
    if profile is None:
        raise CorniceError(f"No {kind} is fitted in this room.", where=kind)
    return stacks_of(profile, kind)


def change_member(trimmed: TrimmedRoom, path: MemberPath, **fields: Any) -> Edit:
    """Change one member: its kind, height, projection, construction, or whether it goes back."""
    kind, key, index = path.kind, path.key, path.index
    stacks = _stacks_with(trimmed, path)
    field, value = next(iter(fields.items()))
    name = fields.get("kind", stacks[key][index].kind)
    shown = f"{value:g}" if isinstance(value, float) else "as the room" if value is None else value
    stacks[key] = with_member(stacks[key], index, **fields)
    return _redrawn(trimmed, kind, stacks, f"{name} of the {kind}, {field} {shown}")


def _stacks_with(trimmed: TrimmedRoom, path: MemberPath) -> dict[str, Stack]:
    """Return the stacks of a kind of trim. Raises CorniceError where the member of the path is not among them."""
    stacks = _stacks(trimmed, path.kind)
    if not 0 <= path.index < len(stacks.get(path.key, ())):
        raise CorniceError("This profile has no such member.", where=path.key)
    return stacks


def add_member(trimmed: TrimmedRoom, path: MemberPath, where: Where, new: StackMember) -> Edit:
    """Put a member above or below another."""
    kind, key, index = path.kind, path.key, path.index
    stacks = _stacks_with(trimmed, path)
    after = (where == "above") != (kind in TURNED)
    place = index + 1 if after else index
    stacks[key] = (*stacks[key][:place], new, *stacks[key][place:])
    return _redrawn(trimmed, kind, stacks, f"a {new.kind} in the {kind}")


def remove_member(trimmed: TrimmedRoom, path: MemberPath) -> Edit:
    """Take a member away; the last one of a stack stays."""
    kind, key, index = path.kind, path.key, path.index
    stacks = _stacks_with(trimmed, path)
    if len(stacks[key]) == 1:
        raise CorniceError(
            "A profile needs one member at least.", where=key, remedy="Leave the whole piece out instead."
        )
    gone = stacks[key][index]
    stacks[key] = (*stacks[key][:index], *stacks[key][index + 1 :])
    return _redrawn(trimmed, kind, stacks, f"no {gone.kind} in the {kind}")


def move_joint(trimmed: TrimmedRoom, path: MemberPath, z: float, y: float) -> Edit:
    """Move the end of a member to a place of the section, to half a millimetre; (z, y) as in the profile."""
    kind, key, index = path.kind, path.key, path.index
    profile = profile_of(trimmed, kind)
    placed = placed_member(profile, path)
    if profile is None or placed is None:
        raise CorniceError("This profile has no such member.", where=key)
    at, over = joint_of(placed, kind), kind in TURNED
    up = _step((at[1] - y) if over else (y - at[1]))
    out = _step(z - at[0])
    stacks = stacks_of(profile, kind)
    order = [(choice_key(kind, one.stack), one.index) for one in profile.members]
    place = order.index((key, index))
    one = placed.member
    following = order[place + 1] if place + 1 < len(order) else None
    up = max(up, -one.height)
    if following is not None:
        other = stacks[following[0]][following[1]]
        up = min(up, other.height)
        out = max(min(out, other.out if not other.back else out), -one.out if not one.back else out)
        stacks[following[0]] = with_member(
            stacks[following[0]], following[1], height=other.height - up, **_outward(other, other.out - out)
        )
    else:
        out = max(out, -one.out if not one.back else out)
    # The next member may be of the same stack: so look this one up again.
    stacks[key] = with_member(stacks[key], index, height=one.height + up, **_outward(one, one.out + out))
    return _redrawn(trimmed, kind, stacks, f"{one.kind} of the {kind} dragged")


def _outward(one: StackMember, out: float) -> dict[str, Any]:
    """Return the fields of a member that comes out by so much: one that goes back goes on going back."""
    return {"projection": max(0.0, -out if one.back else out)}


def _step(mm: float) -> float:
    return round(mm / FINEST) * FINEST


BED_WITH_DENTILS: tuple[tuple[Kind, float, float], ...] = (
    ("fillet", 0.08, 0.05),
    ("cyma reversa", 0.34, 0.3),
    ("fillet", 0.06, 0.05),
    ("dentil course", 0.32, 0.32),
    ("ovolo", 0.2, 0.28),
)  # of the bed mould's height and projection


def with_dentils(trimmed: TrimmedRoom) -> Edit:
    """Put a course of dentils into the bed mould; the cornice keeps its size."""
    stacks = _stacks(trimmed, "cornice")
    key = choice_key("cornice", "bed mould")
    if key not in stacks:
        raise CorniceError("This cornice has no bed mould for dentils.", where="cornice")
    tall, out = height_of(stacks[key]), out_of(stacks[key])
    stacks[key] = tuple(StackMember(kind, h * tall, p * out) for kind, h, p in BED_WITH_DENTILS)
    return _redrawn(trimmed, "cornice", stacks, "dentils in the bed mould")


def undraw(trimmed: TrimmedRoom, kind: TrimKind) -> Edit:
    """Let a kind of trim be drawn by its order again; typed sizes stay."""
    keys = [
        key for key, choice in trimmed.room.trim.choices.items() if kind_and_member(key)[0] == kind and choice.drawn
    ]
    return draw_section(trimmed.room.id, {key: {"drawn": ()} for key in keys}, f"{kind} as its order draws it")


def is_drawn(choices: Mapping[str, TrimChoice], kind: TrimKind) -> bool:
    """Return whether somebody drew this kind of trim."""
    return any(choice.drawn for key, choice in choices.items() if kind_and_member(key)[0] == kind)


def like(trimmed: TrimmedRoom, path: MemberPath) -> StackMember:
    """Return a small fillet to put beside a member: a sixth of its height, a tenth of its projection."""
    one = _stacks(trimmed, path.kind)[path.key][path.index]
    return replace(one, kind="fillet", height=max(2.0, one.height / 6), projection=max(1.0, one.projection / 10))
