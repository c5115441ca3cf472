"""The paths of everything in a job: one frozen struct for each kind of thing, in a file for each topic.

``there`` says whether a job still has the thing; ``thing`` is the path without the size or the reading it may name.
A corner goes by the wall that ends there. Every path can be written as texts (``parts``) for keys and other programs.
"""

from __future__ import annotations

from narrow_cornice.explained.paths import HouseRulePath as HouseRulePath, ThingPath as ThingPath
from narrow_cornice.job.paths.brief import BriefPath as BriefPath
from narrow_cornice.job.paths.casework import (
    BayPath as BayPath,
    BuiltInPath as BuiltInPath,
    CompartmentPath as CompartmentPath,
    KeptPath as KeptPath,
)
from narrow_cornice.job.paths.colours import (
    BridgePath as BridgePath,
    DeckColourPath as DeckColourPath,
    NeighboursPath as NeighboursPath,
    RolePath as RolePath,
)
from narrow_cornice.job.paths.finishes import PiecePath as PiecePath, SplitPath as SplitPath, SurfacePath as SurfacePath
from narrow_cornice.job.paths.hanging import (
    HANGING as HANGING,
    PUT_ON_WALLS as PUT_ON_WALLS,
    AcrossPath as AcrossPath,
    BlockPath as BlockPath,
    BulkPath as BulkPath,
    FalseWindowPath as FalseWindowPath,
    FieldPath as FieldPath,
    FixturePath as FixturePath,
    FlightPath as FlightPath,
    FramePath as FramePath,
    GalleryPath as GalleryPath,
    HangingPath as HangingPath,
    MarkPath as MarkPath,
    OpeningPath as OpeningPath,
    OutlinedPath as OutlinedPath,
    PanelsPath as PanelsPath,
    RecessPath as RecessPath,
    RoofWindowPath as RoofWindowPath,
    ShownPath as ShownPath,
    TrimTherePath as TrimTherePath,
    WetBasePath as WetBasePath,
    path_to as path_to,
)
from narrow_cornice.job.paths.in_room import (
    InRoom as InRoom,
    JobPath as JobPath,
    Read as Read,
    Readings as Readings,
    Sized as Sized,
    identified as identified,
    room_of as room_of,
    wall_of as wall_of,
)
from narrow_cornice.job.paths.presented import (
    AnswerPath as AnswerPath,
    CardPath as CardPath,
    ClientPhotoPath as ClientPhotoPath,
    EntryPath as EntryPath,
    EyePath as EyePath,
    ItemPath as ItemPath,
    LeftOverPath as LeftOverPath,
    LessonPath as LessonPath,
    SlidePath as SlidePath,
)
from narrow_cornice.job.paths.survey import (
    READ as READ,
    AskedDiagonalPath as AskedDiagonalPath,
    AskedWidthPath as AskedWidthPath,
    CornerPath as CornerPath,
    DiagonalPath as DiagonalPath,
    FloorPath as FloorPath,
    HeightPath as HeightPath,
    LevelPath as LevelPath,
    ListedReading as ListedReading,
    NextWallPath as NextWallPath,
    OffsetPath as OffsetPath,
    OfWall as OfWall,
    RoomPath as RoomPath,
    SlopePath as SlopePath,
    StudsPath as StudsPath,
    TrayPath as TrayPath,
    WallPath as WallPath,
    WidthPath as WidthPath,
)
from narrow_cornice.job.paths.trim import (
    MemberPath as MemberPath,
    StockOfferPath as StockOfferPath,
    TrimPath as TrimPath,
)
from narrow_cornice.job.paths.whole_job import (
    ColourPath as ColourPath,
    CoveringPath as CoveringPath,
    LinePath as LinePath,
    MilledPath as MilledPath,
    PaintPath as PaintPath,
    ProfilePath as ProfilePath,
    WayInPath as WayInPath,
    WorkPath as WorkPath,
)
from narrow_cornice.job.paths.zones import (
    ZONED as ZONED,
    DressingPath as DressingPath,
    FreeWallPath as FreeWallPath,
    LampPath as LampPath,
    NorthPath as NorthPath,
    StoodPath as StoodPath,
    ZonedPath as ZonedPath,
    ZonePath as ZonePath,
)
