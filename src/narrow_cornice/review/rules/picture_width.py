"""Pictures too small or too wide for what stands below (W6)."""

from __future__ import annotations

from collections.abc import Iterator

from narrow_cornice.derived.walled.hung_pictures import HungGroup, galleries_of
from narrow_cornice.job.edits.walling_edits import change_walled
from narrow_cornice.job.history import Edit
from narrow_cornice.job.paths import GalleryPath
from narrow_cornice.review.finding import Finding, RoomSeen

NEAR = 0.005
MOST_GAP = 160.0  # mm, up to which pictures are still one group


def look(seen: RoomSeen) -> Iterator[Finding]:
    """Look at the width of every group beside what it hangs over."""
    least, most = seen.rules.value("picture_least"), seen.rules.value("picture_most")
    for group in galleries_of(seen.room, seen.changed_rules):
        if group.share is None or group.below is None or least - NEAR <= group.share.value <= most + NEAR:
            continue
        small = group.share.value < least
        name, below = group.gallery.name[:40], group.below.name[:40]
        yield Finding(
            key=f"picture width:{seen.room.id}:{group.gallery.id}",
            grade="will show",
            room_id=seen.room.id,
            room=seen.room.name,
            where=name,
            says=f"{name} {'is small for' if small else 'is wide for'} {below}",
            many="Pictures are not as wide as what stands below asks for: {n} groups",
            measured=f"{100 * group.share.value:.1f} % of its width; {100 * least:.0f} to {100 * most:.0f} % wished",
            rule="A picture or a group over furniture is "
            f"{seen.habit('picture_least')} to {seen.habit('picture_most')} of "
            "its width (house rules).",
            risk="Small it floats over it, wide it weighs on it.",
            about=GalleryPath(seen.room.id, group.gallery.id),
            fixes=tuple(_gap(seen, group, least if small else most)),
        )


def _gap(seen: RoomSeen, group: HungGroup, share: float) -> Iterator[Edit]:
    """Yield the gap that makes the group of a row as wide as is wished."""
    gallery, below = group.gallery, group.below
    if gallery.how != "row" or below is None or len(gallery.pictures) < 2:
        return
    wide = sum(float(one.width.mm) for one in gallery.pictures)
    gap = (share * (below.right - below.left) - wide) / (len(gallery.pictures) - 1)
    if 10.0 <= gap <= MOST_GAP:
        wish = seen.wish(gap + (0.5 if share < 0.7 else -0.5))
        edit = change_walled(seen.room.id, "galleries", gallery.id, gallery.name, gap=wish)
        yield Edit(f"Gaps of {wish.text}", edit.apply)
