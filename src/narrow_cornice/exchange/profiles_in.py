"""Stock profiles and profile outlines from files: a catalogue as CSV, JSON or DXF, one profile as DXF or SVG.

CSV has one profile a line under the headings ``name``, ``uses``, ``species``, ``price_per_metre``, ``lengths``,
``shop`` and ``outline``: uses and lengths parted by semicolons, the outline as points ``depth,height`` of the face in
mm parted by spaces, from the lower to the upper end. A price that is left out says that the profile has to be made.
"""

from __future__ import annotations

import csv
import io
import math
import re
from collections import Counter
from collections.abc import Iterator, Mapping, Sequence
from typing import TYPE_CHECKING, Any

import msgspec
from msgspec.structs import replace

from narrow_cornice.errors import CorniceError
from narrow_cornice.exchange.dxf_outlines import read_outlines
from narrow_cornice.exchange.going import one_by_one, tell
from narrow_cornice.trim.catalogue import StockProfile, checked_profile
from narrow_cornice.trim.kinds import USES, Use
from narrow_cornice.trim.outline import Point

if TYPE_CHECKING:
    from xml.etree.ElementTree import Element

    from svgelements import Matrix, Path

HEADINGS = ("name", "uses", "species", "price_per_metre", "lengths", "shop", "outline")
MOST_LINES = 5_000
MOST_WRITTEN = 400_000  # signs that the paths of a drawing are written in
NEAR = 0.01  # mm: places of an outline nearer together than that are one
STRAIGHT = 0.02  # mm that an outline may leave the chords it is kept as
BACK = 0.4  # of its height: the shortest upright side at its left that counts as the back of a profile as it stands
USUAL_LENGTHS = (2400.0, 3000.0, 3600.0)


class ProfileFileError(CorniceError, ValueError):
    """A file that holds no profile that can be read."""


class FoundProfile(msgspec.Struct, frozen=True):
    """A profile found in a drawing: its name there, its face as (depth, height) in units of the file, and how many mm
    a unit is (None: not said)."""

    name: str
    face: tuple[Point, ...]
    scale: float | None

    def in_mm(self, scale: float) -> tuple[Point, ...]:
        """Return the face in mm, to a hundredth."""
        return tuple((round(z * scale, 2), round(y * scale, 2)) for z, y in self.face)


class CatalogueLine(msgspec.Struct, frozen=True):
    """One line of a catalogue: the profile it holds, or what is wrong with it."""

    number: int
    text: str
    profile: StockProfile | None = None
    fault: str = ""


class SaidOfProfiles(msgspec.Struct, frozen=True):
    """What a drawing of profiles does not say: its name, use, wood, price a metre (None: to be made), lengths in mm,
    shop, and how many mm a unit is."""

    name: str
    use: Use
    species: str
    price: float | None
    lengths: tuple[float, ...]
    shop: str
    scale: float


def lines_of_drawing(found: Sequence[FoundProfile], said: SaidOfProfiles) -> tuple[CatalogueLine, ...]:
    """Return profiles found in a drawing as lines of a catalogue. Of several each goes by its layer, numbered where
    some share one; a layer without a name goes by what is said."""
    shared = Counter(one.name for one in found)

    def line(number: int, one: FoundProfile) -> CatalogueLine:
        name = said.name
        if len(found) > 1:
            base = one.name if one.name not in ("", "0") else said.name
            name = base if shared[one.name] == 1 else f"{base} {number}"
        made = StockProfile(
            profile_id(name),
            name,
            (said.use,),
            said.species,
            said.price,
            said.lengths,
            said.shop,
            outline=one.in_mm(said.scale),
        )
        try:
            return CatalogueLine(number, one.name, checked_profile(made, ""))
        except CorniceError as error:
            return CatalogueLine(number, one.name or said.name, fault=str(error))

    return tuple(line(number, one) for number, one in enumerate(one_by_one(found, "profile"), 1))


def face_of_outline(corners: Sequence[Point]) -> tuple[Point, ...]:
    """Return the face of a closed outline as (depth, height) from its lower to its upper end, its back at nought.

    The back is the upright side furthest left, if it is long enough; else the longest side, turned upright.
    Raises ProfileFileError for an outline that has no straight back.
    """
    import shapely

    ring = shapely.Polygon(corners)
    if not ring.is_valid or ring.area < 1e-9:
        raise ProfileFileError("the outline crosses itself.")
    size = max(ring.bounds[2] - ring.bounds[0], ring.bounds[3] - ring.bounds[1])
    smooth = shapely.Polygon(shapely.orient_polygons(ring).exterior.coords)
    points = _without_straight(list(smooth.exterior.coords)[:-1], size * 1e-6)
    count = len(points)
    if count < 3:
        raise ProfileFileError("the outline has no face.")
    left, tall = min(x for x, _ in points), ring.bounds[3] - ring.bounds[1]

    def side(index: int) -> tuple[Point, Point]:
        return points[index], points[(index + 1) % count]

    upright = [
        index
        for index in range(count)
        if all(abs(x - left) < size * 1e-4 for x, _ in side(index)) and math.dist(*side(index)) >= BACK * tall
    ]
    back = max(upright or range(count), key=lambda index: math.dist(*side(index)))
    (x0, y0), (x1, y1) = side(back)  # anticlockwise: it goes down the back
    angle = 0.0 if upright else -math.pi / 2 - math.atan2(y1 - y0, x1 - x0)
    cos, sin = math.cos(angle), math.sin(angle)
    turned = [(x * cos - y * sin, x * sin + y * cos) for x, y in points]
    walked = [turned[(back + 1 + step) % count] for step in range(count)]
    at = walked[0][0]
    face = [(z - at, y) for z, y in walked]
    low = min(y for _, y in face)
    face = [(max(0.0, z) if z > -size * 1e-4 else z, y - low) for z, y in face]
    if min(z for z, _ in face) < 0:
        raise ProfileFileError("its back is not straight.", remedy="Draw the back as one straight side.")
    return tuple(face)


def _without_straight(points: list[Point], near: float) -> list[Point]:
    """Return the corners of a ring without those that lie on a straight line between their neighbours."""
    kept = []
    for index, (x, y) in enumerate(points):
        (ax, ay), (bx, by) = points[index - 1], points[(index + 1) % len(points)]
        away = abs((bx - ax) * (y - ay) - (by - ay) * (x - ax)) / max(1e-12, math.hypot(bx - ax, by - ay))
        if away > near:
            kept.append((x, y))
    return kept


def read_profiles_dxf(raw: bytes) -> tuple[FoundProfile, ...]:
    """Return the profiles in a DXF, one for each closed outline, by the name of its layer. Raises CorniceError."""
    return tuple(
        FoundProfile(one.layer, face_of_outline(_thinned(one.corners, one.scale)), one.scale)
        for one in one_by_one(read_outlines(raw, near_mm=NEAR), "outline")
    )


def _thinned(corners: Sequence[Point], scale: float | None) -> list[Point]:
    import shapely

    return list(shapely.Polygon(corners).simplify(STRAIGHT / (scale or 1.0)).exterior.coords)[:-1]


def read_profile_svg(raw: bytes) -> FoundProfile:
    """Return the largest closed outline of an SVG as a profile. Raises ProfileFileError.

    Sizes follow the picture's width in mm and its viewBox; without them a unit is the 96th part of an inch.
    """
    from xml.etree import ElementTree

    try:
        root = ElementTree.fromstring(raw)
    except (ElementTree.ParseError, ValueError, LookupError) as error:
        raise ProfileFileError(f"this is no SVG that can be read ({error}).") from None
    written = sum(len(one.get("d", "")) + len(one.get("points", "")) for one in root.iter())
    if written > MOST_WRITTEN:
        raise ProfileFileError(
            "its lines are longer than those of any profile.", remedy="Leave the profile alone in it."
        )
    from svgelements import Matrix

    try:
        rings = list(_svg_rings(root, Matrix()))
    except RecursionError:
        raise ProfileFileError("its groups stand in one another more deeply than any drawing has them.") from None
    except ValueError as error:
        raise ProfileFileError(f"something in it cannot be read ({error}).") from None
    import shapely

    best, most = None, 1e-9
    for ring in rings:
        if len(ring) >= 3 and all(math.isfinite(v) and abs(v) < 1e9 for point in ring for v in point):
            area = shapely.Polygon(ring).area
            if area > most:
                best, most = ring, area
    if best is None:
        raise ProfileFileError("there is no closed outline in it.", remedy="Draw the profile as one closed path.")
    scale = _svg_scale(root)
    title = next((one.text for one in root if one.tag.endswith("title") and one.text), "")
    return FoundProfile(title or "", face_of_outline(_thinned([(x, -y) for x, y in best], scale)), scale)


_UNSEEN = ("defs", "clipPath", "symbol", "mask", "marker", "pattern")  # never shown as they stand
_SIZES = ("d", "points", "x", "y", "width", "height", "r", "rx", "ry", "cx", "cy", "transform")
_TRANSFORMS = re.compile(r"\b(matrix|translate[XY]?|scale[XY]?|rotate|skew[XY])\s*\([^()]*\)|[\s,]+")
_ALONG = tuple(number / 32 for number in range(1, 33))  # a curve becomes as many chords


def _svg_rings(element: Element, above: Matrix) -> Iterator[list[Point]]:
    """Yield the closed outlines below an element, in the units of the picture; ``above`` is how it is moved there."""
    from svgelements import Circle, Ellipse, Matrix, Path, Polygon, Polyline, Rect

    shapes = {
        "path": Path,
        "rect": Rect,
        "circle": Circle,
        "ellipse": Ellipse,
        "polygon": Polygon,
        "polyline": Polyline,
    }
    if strange := _TRANSFORMS.sub("", element.get("transform", "")):
        raise ValueError(f"a transform called {strange[:20]}")
    space, _, name = element.tag.rpartition("}")
    if name in _UNSEEN:
        return
    if space in ("", "{http://www.w3.org/2000/svg"):
        sizes = {key: element.attrib[key] for key in _SIZES if key in element.attrib}
        if len(sizes) > ("transform" in sizes) and name in shapes:
            try:
                outline = abs(Path(shapes[name](sizes)) * above)
            except (ValueError, TypeError, AttributeError, ArithmeticError, LookupError):
                raise ValueError(f"the {name} of {next(iter(sizes.values()))[:30]}") from None
            yield from _closed(outline)
    way = Matrix(element.get("transform", "")) * above
    for child in element:
        if isinstance(child.tag, str):  # a remark has none
            yield from _svg_rings(child, way)


def _closed(path: Path) -> Iterator[list[Point]]:
    """Yield the parts of a path that end where they began, as points."""
    from svgelements import Close, Line, Move, Path

    for part in path.as_subpaths():
        points: list[Point] = []
        closed = False
        for step in Path(part):
            closed = isinstance(step, Close)
            if not isinstance(step, Move | Line | Close):
                points += [(float(x), float(y)) for x, y in step.npoint(_ALONG)]
            elif step.end is not None:
                points.append((float(step.end.x), float(step.end.y)))
        if len(points) > 2 and math.dist(points[0], points[-1]) < 1e-6 * (1 + abs(points[0][0])):
            points.pop()
            closed = True
        if closed:
            yield points


def _svg_scale(root: Any) -> float:
    """Return how many mm a unit of the picture is."""
    per = {"mm": 1.0, "cm": 10.0, "in": 25.4, "pt": 25.4 / 72, "px": 25.4 / 96, "": 25.4 / 96}
    found = re.fullmatch(r"\s*([\d.]+(?:[eE][-+]?\d+)?)\s*(mm|cm|in|pt|px|)\s*", root.get("width", ""))
    box = re.findall(r"[-+\d.eE]+", root.get("viewBox", ""))
    try:
        wide = float(box[2]) if len(box) == 4 else 0.0
        if found and wide > 0:
            return float(found[1]) * per[found[2]] / wide
    except ValueError:
        pass
    return per["px"]


def read_catalogue_csv(raw: bytes) -> tuple[CatalogueLine, ...]:
    """Return every line of a catalogue as CSV, read or with its fault. Raises ProfileFileError for no table."""
    try:
        text = raw.decode("utf-8-sig")
    except UnicodeDecodeError as error:
        raise ProfileFileError(f"this is not readable text (UTF-8), from byte {error.start + 1} on.") from None
    try:
        rows = list(csv.reader(io.StringIO(text)))
    except csv.Error as error:
        raise ProfileFileError(f"this is no table of profiles ({error}).") from None
    if not rows or {"name", "outline"} - {one.strip().lower() for one in rows[0]}:
        raise ProfileFileError(
            "this is no table of profiles: its first line names no columns.", remedy=f"They are {', '.join(HEADINGS)}."
        )
    if len(rows) > MOST_LINES:
        raise ProfileFileError(f"more than {MOST_LINES} lines are more than a catalogue has.")
    columns = [one.strip().lower() for one in rows[0]]
    return tuple(_csv_lines(rows[1:], columns))


def _csv_lines(rows: Sequence[Sequence[str]], columns: Sequence[str]) -> Iterator[CatalogueLine]:
    taken: set[str] = set()
    for number, cells in enumerate(rows, 2):
        if not any(cell.strip() for cell in cells):
            continue
        text = ", ".join(cells)[:120]
        tell(f"line {number}")
        try:
            one = _csv_profile(dict(zip(columns, (cell.strip() for cell in cells), strict=False)), number)
            if one.id in taken:
                raise CorniceError(f"“{one.name[:40]}” stands there twice.")
        except CorniceError as error:
            yield CatalogueLine(number, text, fault=f"{error.message} {error.remedy}".strip())
            continue
        taken.add(one.id)
        yield CatalogueLine(number, text, one)


def _csv_profile(cells: dict[str, str], number: int) -> StockProfile:
    def numbers(field: str) -> list[float]:
        try:
            return [float(one) for one in re.split(r"[;\s]+", cells.get(field, "")) if one]
        except ValueError:
            raise CorniceError(f"“{cells[field][:40]}” under {field} are no numbers.") from None

    price = numbers("price_per_metre")
    points = []
    for pair in cells.get("outline", "").split():
        parts = pair.split(",")
        try:
            points.append((float(parts[0]), float(parts[1])))
        except (ValueError, IndexError):
            raise CorniceError(f"“{pair[:20]}” in the outline is no point.", remedy="Write depth,height.") from None
    uses = tuple(known_use(one) for one in cells.get("uses", "").split(";") if one.strip())
    made = StockProfile(
        profile_id(cells.get("name", "")),
        cells.get("name", ""),
        uses,
        cells.get("species", ""),
        price[0] if price else None,
        tuple(numbers("lengths")) or USUAL_LENGTHS,
        cells.get("shop", ""),
        outline=tuple(points),
    )
    return checked_profile(made, f"line {number}")


def known_use(text: str) -> Use:
    """Return a use by its name. Raises CorniceError."""
    found = next((one for one in USES if one == text.strip().lower()), None)
    if found is None:
        raise CorniceError(f"“{text.strip()[:30]}” is no use of a profile.", remedy=f"Known: {', '.join(USES)}.")
    return found


def profile_id(name: str) -> str:
    """Return an identity for a profile that was brought in."""
    return "own-" + (re.sub(r"[^a-z0-9]+", "-", name.lower()).strip("-")[:60] or "profile")


def catalogue_csv(profiles: Sequence[StockProfile], shops: Mapping[str, str]) -> bytes:
    """Return profiles as CSV that can be brought in again; curves as chords, ``shops`` by their names."""
    held = io.StringIO()
    writer = csv.writer(held, lineterminator="\n")
    writer.writerow(HEADINGS)
    for one in one_by_one(profiles, "profile"):
        points = one.outline or tuple(one.profile.outline.polyline(0.06))
        writer.writerow(
            (
                one.name,
                ";".join(one.uses),
                one.species,
                "" if one.price_per_metre is None else f"{one.price_per_metre:g}",
                ";".join(f"{length:g}" for length in one.lengths),
                shops.get(one.shop, one.shop),
                " ".join(f"{z:.2f},{y:.2f}" for z, y in points),
            )
        )
    return held.getvalue().encode("utf-8")


def catalogue_file(profiles: Sequence[StockProfile], shops: Mapping[str, str]) -> bytes:
    """Return profiles as JSON that can be brought in again, as they are, ``shops`` by their names."""
    profiles = [replace(one, shop=shops.get(one.shop, one.shop)) for one in profiles]
    made = {"about": "Stock profiles, sizes in mm, prices per metre in the money of the job.", "profiles": profiles}
    return msgspec.json.format(msgspec.json.encode(made), indent=1)
