"""Saw settings: worked examples, and two solid runs cut by the planes of the saw that must close."""

from __future__ import annotations

import json
import math
import random
import subprocess
import sys

import numpy as np
import pytest
from numpy.typing import NDArray

from narrow_cornice.trim.saw_settings import SawError, lying_flat, standing

Vector = NDArray[np.float64]


@pytest.mark.parametrize(
    ("spring", "corner", "mitre", "bevel"),
    [
        (38, 90, 31.62, 33.86),
        (45, 90, 35.26, 30.00),
        (38, 88.2, 32.43, 34.46),
        (45, 92.5, 34.09, 29.27),
    ],
)
def test_worked_examples(spring: float, corner: float, mitre: float, bevel: float) -> None:
    found = lying_flat(spring, corner)
    assert found.mitre.value == pytest.approx(mitre, abs=0.005)
    assert found.bevel.value == pytest.approx(bevel, abs=0.005)


def turned(axis: Vector, degrees: float) -> NDArray[np.float64]:
    """The rotation about an axis through the origin (Rodrigues)."""
    a, angle = axis / np.linalg.norm(axis), math.radians(degrees)
    k = np.array([[0, -a[2], a[1]], [a[2], 0, -a[0]], [-a[1], a[0], 0]])
    made: NDArray[np.float64] = np.eye(3) + math.sin(angle) * k + (1 - math.cos(angle)) * k @ k
    return made


def blade(mitre: float, bevel: float) -> Vector:
    """The normal of the saw's blade over its table (x along the piece, y across the table, z up).

    A blade set square stands across the piece. Turning the table turns it about z, tilting leans it over about the
    line in which it meets the table.
    """
    normal = turned(np.array([0.0, 0, 1]), mitre) @ np.array([1.0, 0, 0])
    line = turned(np.array([0.0, 0, 1]), mitre) @ np.array([0.0, 1, 0])
    return turned(line, bevel) @ normal


def closing_gap(spring: float, corner: float, wide: float = 180.0, thick: float = 22.0) -> float:
    """The largest gap between two runs of a crown where they meet in a corner, cut as the saw is set.

    The first run goes along −x to the corner at the origin, the wall behind it at y = 0, the room at y > 0 … The
    piece lies flat with its back on the table: across is the way from its lower edge to its upper one, up is its face.
    """
    found = lying_flat(spring, corner)
    s = math.radians(spring)
    # On the wall the back of the crown leans off it by the spring angle: from the lower edge on the wall up and out.
    along, across = np.array([1.0, 0, 0]), np.array([0.0, math.sin(s), math.cos(s)])
    face = np.cross(along, across)  # out of the back, into the room and down
    frame = np.column_stack((along, across, face))
    # The right end of the piece on the left of the corner: table and blade go one way, the same for every corner.
    normal = frame @ blade(found.mitre.value, found.bevel.value)
    gap = 0.0
    half = math.radians(corner / 2)
    mirror = np.array([math.sin(half), math.cos(half), 0.0])  # normal of the plane that halves the corner
    for u, v in ((0.0, 0.0), (wide, 0.0), (wide, thick), (0.0, thick), (wide / 2, thick)):
        at = across * u + face * v
        end = at - along * float(normal @ at) / float(normal @ along)  # where the blade ends this edge
        other = end - 2 * mirror * float(mirror @ end)  # the same edge of the other run, cut the mirrored way
        gap = max(gap, float(np.linalg.norm(end - other)))
    return gap


def test_two_runs_close_at_any_corner_and_spring_angle() -> None:
    """The other run is the mirror image in the plane that halves the corner, and so is its cut."""
    chance = random.Random(9)
    for _ in range(200):
        spring, corner = chance.uniform(20, 70), chance.uniform(60, 150)
        assert closing_gap(spring, corner) < 0.05, (spring, corner)
    for _ in range(50):  # outside corners
        assert closing_gap(chance.uniform(20, 70), chance.uniform(210, 300)) < 0.05


def test_an_outside_corner_is_the_same_setting_the_other_way() -> None:
    inside, outside = lying_flat(38, 90), lying_flat(38, 270)
    assert outside.mitre.value == pytest.approx(-inside.mitre.value)
    assert outside.bevel.value == pytest.approx(-inside.bevel.value)
    assert standing(270).mitre.value == -45
    assert standing(91.5).mitre.value == pytest.approx(44.25)
    assert standing(90).bevel.value == 0


@pytest.mark.parametrize(("spring", "corner"), [(-1, 90), (95, 90), (38, 0), (38, 360), (math.nan, 90)])
def test_what_no_saw_can_cut(spring: float, corner: float) -> None:
    with pytest.raises(SawError):
        lying_flat(spring, corner)


def test_the_command() -> None:
    command = [sys.executable, "-m", "narrow_cornice.cli", "mitre"]
    answer = subprocess.run([*command, "--spring", "38", "--corner", "90"], capture_output=True, text=True, check=True)
    found = json.loads(answer.stdout)
    assert (round(found["mitre"], 2), round(found["bevel"], 2)) == (31.62, 33.86)
    refused = subprocess.run(
        [*command, "--spring", "38", "--corner", "400"], capture_output=True, text=True, check=False
    )
    assert refused.returncode == 2
    assert "corner" in refused.stderr
