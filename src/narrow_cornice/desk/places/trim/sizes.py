"""The sizes that can be typed in Trim: of kinds of trim, of members of a section, of panels."""

from __future__ import annotations

from narrow_cornice.derived.trimwork.sections import change_member, placed_member, profile_of
from narrow_cornice.derived.trimwork.trimmed import TrimmedRoom, trimmed_room
from narrow_cornice.desk.place import SizesOf
from narrow_cornice.desk.size_field import SizeField
from narrow_cornice.job import edits
from narrow_cornice.job.model import Job
from narrow_cornice.job.paths import MemberPath, PanelsPath, TrimPath
from narrow_cornice.job.rules import house_rules_of
from narrow_cornice.trim.choices import TrimChoice
from narrow_cornice.trim.kinds import OF_TRIM
from narrow_cornice.units.lengths import Length

TRIM_SIZES = ("height", "projection", "top")


def _trim(job: Job, path: TrimPath) -> SizeField | None:
    room, size = job.room(path.room), path.size if path.size in TRIM_SIZES else "height"
    typed: Length | None = getattr(room.trim.choices.get(path.key, TrimChoice()), size)
    there, wants = typed.mm if typed else None, None
    trimmed = trimmed_room(room, job.house_rules)
    if trimmed is not None:
        built = _member_built(trimmed, path, size) if path.member else _kind_built(trimmed, path, size, there)
        if built is None:
            return None
        there, wants = built
    words = {"height": "width" if OF_TRIM[path.kind].across else "height", "projection": "projection"}
    return SizeField(
        path.sized(size),
        (path.member or path.kind).capitalize(),
        words.get(size, "top above floor"),
        there,
        lambda length: edits.change_trim(room.id, path.key, **{size: length}),
        may_be_empty=True,
        wants=wants,
        near=0.05 + house_rules_of(job.house_rules).value("made_step"),  # what is made to the step is what it wants
    )


def _kind_built(
    trimmed: TrimmedRoom, path: TrimPath, size: str, typed: float | None
) -> tuple[float | None, float | None] | None:
    """Return a size of a kind as it is built and as the order wants it, None where the kind has no such size."""
    piece = trimmed.trim.of(path.kind)
    if not OF_TRIM[path.kind].has_face and size != "height":
        return None
    if size == "top":
        if not OF_TRIM[path.kind].tops:
            return None
        return (piece.top if piece.built else typed), None
    figure = piece.height if size == "height" else piece.projection
    wants = piece.wants.value if size == "height" and piece.wants else None
    return (figure.value if figure is not None else typed), wants


def _member_built(trimmed: TrimmedRoom, path: TrimPath, size: str) -> tuple[float | None, float | None] | None:
    """Return the height of a member of the cornice as it is built and as the order wants it, None for no such size."""
    member = next((one for one in trimmed.trim.members if one.name == path.member), None)
    if member is None or size != "height":
        return None
    return member.height.value, member.wants.value


def _member(job: Job, path: MemberPath) -> SizeField | None:
    """Return the height or the projection of one member of a drawn section."""
    trimmed = trimmed_room(job.room(path.room), job.house_rules)
    if trimmed is None:
        return None
    placed = placed_member(profile_of(trimmed, path.kind), path)
    if placed is None:
        return None
    size = "projection" if path.size == "projection" else "height"
    return SizeField(
        path.sized(size),
        placed.member.kind.capitalize(),
        size,
        getattr(placed.member, size),
        lambda typed: change_member(trimmed, path, **{size: typed.mm if typed else 0.0}),
    )


def _panels(job: Job, path: PanelsPath) -> SizeField | None:
    """Return the margin of a field of panels, or the width that is wished for them."""
    one = path.found(job.room(path.room))
    if one is None:
        return None
    if path.size == "wished":
        return SizeField(
            path,
            "Wished width of panels",
            "",
            one.wished.mm if one.wished is not None else None,
            lambda typed: edits.change_panels(path.room, one.id, wished=typed),
            may_be_empty=True,
        )
    return SizeField(
        path.sized("margin"),
        "Margin round panels",
        "",
        one.margin.mm,
        lambda typed: edits.change_panels(path.room, one.id, margin=typed),
    )


SIZES: SizesOf = {TrimPath: _trim, MemberPath: _member, PanelsPath: _panels}
