"""How the ends of a run are cut: in corners by their real angles, at what it stops at, where a ceiling bends."""

from __future__ import annotations

from typing import Literal

import msgspec

from narrow_cornice.derived.measured.rooms import WallFace
from narrow_cornice.derived.trimwork.trimmed import TrimmedRoom
from narrow_cornice.explained.figures import Figure, choice
from narrow_cornice.job.trimwork import Joinery
from narrow_cornice.trim.runs import Run, casing_outer
from narrow_cornice.trim.saw_settings import SHARPEST, SawSetting, lying_flat, standing
from narrow_cornice.units.told import Bare, Told, parts_of

Edge = Literal["", "ceiling edge", "wall edge", "back", "face", "outer edge"]
Cut = Literal["square", "coped", "mitred", "returned", "scarfed", "frame"]
AT_95 = 1.96  # standard deviations
SURE_ANGLE = 2.0  # degrees at 95 %, from which a corner is read before trim is cut for it: more than assumed ones
LEVEL = 0.05  # degrees: what rises less is level


class EndCut(msgspec.Struct, frozen=True, gc=False):
    """How one end is cut: the setting of the saw where it is not cut square, and what it meets, in words.

    ``longer`` is the edge that is longer, of a piece that lies face up: a cornice flat on its back with its wall edge
    towards you, other trim with its face towards you, a casing with its inner edge towards you.
    """

    cut: Cut
    meets: str
    setting: SawSetting | None = None
    longer: Edge = ""

    @property
    def far_edge_longer(self) -> bool:
        """Return whether the edge away from you is the longer one."""
        return self.longer in ("ceiling edge", "back", "outer edge")

    @property
    def words(self) -> str:
        """Return the cut in words, with its setting: "mitred 44.1°, blade 33.9°"."""
        if self.setting is None:
            return Told(f"{self.cut} to ", *parts_of(self.meets))
        mitre, bevel = self.setting.mitre.value, self.setting.bevel.value
        words = f"{'mitred' if self.cut == 'frame' else self.cut} {abs(mitre):.1f}°"
        if abs(bevel) > 0.05:
            words += f", blade {abs(bevel):.1f}°"
        longer = f", {self.longer} longer" if self.longer else ""
        return f"{words}{longer}, {self.meets}"


def end_of(
    trimmed: TrimmedRoom,
    face: WallFace,
    run: Run,
    spring: Figure | None,
    side: Literal["left", "right"],
    put_up: set[tuple[str, str]],
    joinery: Joinery,
) -> EndCut:
    """Return how one end of a run is cut: of what springs from the wall by its ``spring``; ``put_up`` are the ends that
    are there already."""
    kind = run.left if side == "left" else run.right
    if kind == "stop":
        return stop_of(trimmed, face, run.start if side == "left" else run.end)
    if kind == "knee":
        return _knee(trimmed, run, side)
    corner = face.left if side == "left" else face.right
    index = trimmed.faces.index(face)
    beyond = trimmed.faces[(index + 1) % len(trimmed.faces)] if side == "left" else trimmed.faces[index - 1]
    old = next((one for one in trimmed.room.measured.there if one.wall == beyond.id and one.kind == run.kind), None)
    if old is not None and old.decision == "keep":
        how = "" if old.meets == "not said" else f", {old.meets}"
        return EndCut("square", Told(f"the old {run.kind} of ", Bare(old.height.mm), how))
    if any(abs(one.slope) > LEVEL for one in (run, *_round_the_corner(trimmed, run, beyond, side))):
        return EndCut("square", f"a block at {corner.name}: a raking run does not mitre round a corner")
    if not SHARPEST <= corner.value <= 360.0 - SHARPEST:
        return EndCut("square", f"{corner.name} of {corner.value:.1f}°, which no saw cuts")
    setting = lying_flat(spring, corner) if spring is not None else standing(corner)
    meets = f"{corner.name} of {corner.value:.1f}°"
    if (off := AT_95 * (corner.sigma or 0.0)) > SURE_ANGLE:
        meets += f" ± {off:.1f}°: read it first"
    if kind == "outside" or joinery.inside_corners == "mitred":
        return EndCut("mitred", meets, setting, longer_edge(spring is not None, outside=kind == "outside"))
    if (beyond.id, "right" if side == "left" else "left") in put_up:
        return EndCut("coped", meets, setting, longer_edge(spring is not None, outside=False))
    return EndCut("square", f"wall {beyond.name}")


def _round_the_corner(trimmed: TrimmedRoom, run: Run, face: WallFace, side: Literal["left", "right"]) -> list[Run]:
    """Return the run of the same kind that comes to the same corner along the next wall, if one does."""
    mine = [one for one in trimmed.runs_of(face.id) if one.kind == run.kind]
    if side == "left":
        return [one for one in mine if one.end > face.length - 1.0]
    return [one for one in mine if one.start < 1.0]


def _knee(trimmed: TrimmedRoom, run: Run, side: Literal["left", "right"]) -> EndCut:
    """Return the cut of a run where the ceiling's line bends: half the bend, in the plane of the wall."""
    at = run.start if side == "left" else run.end
    other = next(
        one
        for one in trimmed.runs
        if one.kind == run.kind and one.wall == run.wall and abs((one.end if side == "left" else one.start) - at) < 1e-6
    )
    bend = 180.0 - abs(run.slope - other.slope)
    corner = choice("corner", bend, "°", note="between the two stretches, in the plane of the wall")
    return EndCut("frame", f"the knee, {bend:.1f}° in the plane of the wall", standing(corner))


def longer_edge(lying: bool, *, outside: bool) -> Edge:
    """Return which edge of a mitred end is longer: into an inside corner the one at the wall, round an outside one the
    one off it."""
    if lying:
        return "ceiling edge" if outside else "wall edge"
    return "face" if outside else "back"


def stop_of(trimmed: TrimmedRoom, face: WallFace, at: float) -> EndCut:
    """Return the end of a run that stops before a corner: at a casing, free beside an opening, under a slope."""
    outer = casing_outer(trimmed.wall(face.id), trimmed.trim.of("casing"))
    wide = outer.value if outer is not None else 0.0
    for one in face.openings:
        out, rect = wide if one.opening.cased else 0.0, one.rect
        if abs(at - (rect.u0 - out)) < 0.5 or abs(at - (rect.u1 + out)) < 0.5:
            if out:
                return EndCut("square", f"the casing of {one.opening.name[:40]}")
            corner = choice("corner", 270.0, "°", note="a return to the wall")
            return EndCut("returned", f"beside {one.opening.name[:40]}", standing(corner), "face")
    for before in trimmed.wall(face.id).blocked:
        if min(abs(at - before.start.value), abs(at - before.end.value)) < 0.5:
            return EndCut("square", f"the {before.name[:40]}")
    return EndCut("square", "the slope of the ceiling")
