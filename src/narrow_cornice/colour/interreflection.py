"""Light that goes to and fro between the surfaces of a room until all of it is taken up (radiosity).

B = E₀ + ρ·F·B in three bands, found by repeating it (Goral et al. 1984): what a surface sends out is what it sends back
of what falls on it. A strong wall so tints its neighbours and the ceiling.
"""

from __future__ import annotations

from collections.abc import Callable, Sequence
from typing import Any, NamedTuple

import numpy as np

from narrow_cornice.colour.form_factors import convex, form_factors, unhidden
from narrow_cornice.colour.patches import Patches, Point, places_in

CONVERGED = 0.001  # of the light, left to go round
MOST_ROUNDS = 400


class Shining(NamedTuple):
    """A lamp: where it is (m), its lumens, and how they go out: the power of the cosine from straight ``down`` (1) or
    up (−1), or evenly all round (0). ``colour`` is its light in three bands, whose luminance is 1."""

    at: tuple[float, float, float]
    lumens: float
    way: float = 0.0
    power: float = 0.0
    colour: tuple[float, float, float] = (1.0, 1.0, 1.0)


class Lit(NamedTuple):
    """Light that falls on each patch (n, 3) in lux of each band: straight from lamps, and in all; and how many times it
    was sent round."""

    direct: Any
    falling: Any
    rounds: int


def intensity(lamp: Shining, ways: Any) -> Any:
    """Return the candela of a lamp along unit ways (…, 3)."""
    if not lamp.way:
        return np.full(ways.shape[:-1], lamp.lumens / (4.0 * np.pi))
    along = np.clip(-np.sign(lamp.way) * ways[..., 2], 0.0, None)
    return lamp.lumens * (lamp.power + 1.0) / (2.0 * np.pi) * along**lamp.power


def direct_light(patches: Patches, lamps: Sequence[Shining], outline: Sequence[Point]) -> Any:
    """Return the lux (n, 3) that lamps shine straight onto patches.

    Each patch takes its solid angle (Van Oosterom and Strackee 1983) times what the lamp sends that way, so all that a
    lamp sends out arrives somewhere.
    """
    falling = np.zeros((len(patches.areas), 3))
    places = places_in(patches)
    square = convex(outline)
    for lamp in lamps:
        at = np.array(lamp.at)
        angle = solid_angles(patches.corners, at)
        ways = places - at
        ways = ways / np.maximum(np.linalg.norm(ways, axis=2, keepdims=True), 1e-9)
        before = np.einsum("nd,nd->n", at - patches.centres, patches.normals) > 0.0
        if not square:
            before &= unhidden(at[None, :2], patches.centres[:, :2], outline)[0]
        flux = np.where(before, angle * intensity(lamp, ways).mean(axis=1), 0.0)
        arrives = flux.sum()
        if square and arrives > 0.0 and lamp.way:
            flux *= lamp.lumens / arrives  # the mean over few places is not quite what goes out
        falling += (flux / patches.areas)[:, None] * np.array(lamp.colour)
    return falling


def solid_angles(corners: Any, at: Any) -> Any:
    """Return the solid angle of each outline (n, m, 3) seen from a place, in steradians."""
    rays = corners - at
    far = np.linalg.norm(rays, axis=2)
    total = np.zeros(len(corners))
    for index in range(1, corners.shape[1] - 1):
        a, b, c = rays[:, 0], rays[:, index], rays[:, index + 1]
        la, lb, lc = far[:, 0], far[:, index], far[:, index + 1]
        triple = np.einsum("nd,nd->n", a, np.cross(b, c))
        below = (
            la * lb * lc
            + np.einsum("nd,nd->n", a, b) * lc
            + np.einsum("nd,nd->n", a, c) * lb
            + np.einsum("nd,nd->n", b, c) * la
        )
        total += 2.0 * np.arctan2(triple, below)
    return np.abs(total)


def interreflected(
    factors: Any, reflectance: Any, direct: Any, emitted: Any, going: Callable[[], bool] = lambda: True
) -> tuple[Any, int]:
    """Return all the light that falls on each patch (n, 3), and the rounds it took.

    ``reflectance`` and ``emitted`` (lm/m² that a surface sends out by itself) are (n, 3). ``going`` is asked each
    round; where it says no, what there is so far is returned.
    """
    sent = emitted + reflectance * direct
    leaving = sent.copy()
    rounds = 0
    while rounds < MOST_ROUNDS:
        rounds += 1
        arriving = factors @ leaving
        following = sent + reflectance * arriving
        moved = np.abs(following - leaving).max()
        # What is still to come is no more than what moved, over what is taken up at each round.
        dull = 1.0 - float(reflectance.max())
        leaving = following
        if moved <= CONVERGED * dull * max(1e-12, float(leaving.mean())) or not going():
            break
    return direct + factors @ leaving, rounds


# Many parameters: the room, what its surfaces are like, its lamps, and whether to go on.
def lit(
    patches: Patches,
    outline: Sequence[Point],
    reflectance: Any,
    lamps: Sequence[Shining],
    emitted: Any = 0.0,
    going: Callable[[], bool] = lambda: True,
    factors: Any = None,
) -> Lit:
    """Return the light on the patches of a room: ``reflectance`` and ``emitted`` are (n, 3) or what spreads to it."""
    many = (len(patches.areas), 3)
    rho = np.broadcast_to(reflectance, many).astype(float)
    own = np.broadcast_to(emitted, many).astype(float)
    direct = direct_light(patches, lamps, outline)
    exchange = form_factors(patches, outline) if factors is None else factors
    falling, rounds = interreflected(exchange, rho, direct, own, going)
    return Lit(direct, falling, rounds)


def mean_on(patches: Patches, light: Any, surface: int) -> float:
    """Return the mean of a light (n) over a surface, by area."""
    mine = patches.of(surface)
    area = patches.areas[mine].sum()
    return float((light[mine] * patches.areas[mine]).sum() / area) if area > 0 else 0.0
