"""What the command line asks of a view, as JSON."""

from __future__ import annotations

import msgspec

from narrow_cornice.errors import CorniceError
from narrow_cornice.perspective.eye import Eye, places_on_picture

MOST_PLACES = 200_000


class RequestError(CorniceError, ValueError):
    """A request that asks for nothing that can be answered."""


class ViewRequest(msgspec.Struct, frozen=True):
    """An eye, the place it looks towards, the angle across its picture in degrees, the picture's size in pixels, and
    the places to be found on it."""

    eye: tuple[float, float, float]
    towards: tuple[float, float, float]
    angle: float
    size: tuple[float, float]
    points: list[tuple[float, float, float]]
    upright: bool = False


class ViewAnswer(msgspec.Struct, frozen=True):
    """Where each place lies, in pixels from the upper left, null behind the eye."""

    points: list[tuple[float, float] | None]


def read_view(raw: bytes | str) -> ViewRequest:
    """Return the request in a JSON text. Raises RequestError with the place that is wrong."""
    try:
        return msgspec.json.decode(raw, type=ViewRequest)
    except msgspec.ValidationError as error:
        raise RequestError(f"the request is not what it should be: {error}.") from None
    except (msgspec.DecodeError, UnicodeDecodeError, RecursionError) as error:
        raise RequestError(f"this is not readable JSON ({error}).") from None


def answered(request: ViewRequest) -> ViewAnswer:
    """Return where each place of a request lies on the picture. Raises CorniceError."""
    if len(request.points) > MOST_PLACES:
        raise RequestError(f"{len(request.points)} points are too many; {MOST_PLACES} are the most.", where="points")
    for number, point in enumerate(request.points):
        if not all(abs(one) < 1e12 for one in point):
            raise RequestError("this is no place that can be reckoned with.", where=f"points, number {number + 1}")
    eye = Eye(request.eye, request.towards, request.angle, request.size, request.upright)
    return ViewAnswer(places_on_picture(eye, request.points))
