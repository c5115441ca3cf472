"""The paths of everything in a job: one frozen struct for each kind of thing, in a file for each topic.

``there`` says whether a job still has the thing; ``thing`` is the path without the size or the reading it may name.
A corner goes by the wall that ends there. Every path can be written as texts (``parts``) for keys and other programs.
"""

from __future__ import annotations

from narrow_cornice.explained.paths import HouseRulePath as HouseRulePath
from narrow_cornice.explained.paths import ThingPath as ThingPath
from narrow_cornice.job.paths.brief import BriefPath as BriefPath
from narrow_cornice.job.paths.casework import BayPath as BayPath
from narrow_cornice.job.paths.casework import BuiltInPath as BuiltInPath
from narrow_cornice.job.paths.casework import CompartmentPath as CompartmentPath
from narrow_cornice.job.paths.casework import KeptPath as KeptPath
from narrow_cornice.job.paths.colours import BridgePath as BridgePath
from narrow_cornice.job.paths.colours import DeckColourPath as DeckColourPath
from narrow_cornice.job.paths.colours import NeighboursPath as NeighboursPath
from narrow_cornice.job.paths.colours import RolePath as RolePath
from narrow_cornice.job.paths.finishes import PiecePath as PiecePath
from narrow_cornice.job.paths.finishes import SplitPath as SplitPath
from narrow_cornice.job.paths.finishes import SurfacePath as SurfacePath
from narrow_cornice.job.paths.hanging import HANGING as HANGING
from narrow_cornice.job.paths.hanging import PUT_ON_WALLS as PUT_ON_WALLS
from narrow_cornice.job.paths.hanging import AcrossPath as AcrossPath
from narrow_cornice.job.paths.hanging import BlockPath as BlockPath
from narrow_cornice.job.paths.hanging import BulkPath as BulkPath
from narrow_cornice.job.paths.hanging import FalseWindowPath as FalseWindowPath
from narrow_cornice.job.paths.hanging import FieldPath as FieldPath
from narrow_cornice.job.paths.hanging import FixturePath as FixturePath
from narrow_cornice.job.paths.hanging import FlightPath as FlightPath
from narrow_cornice.job.paths.hanging import FramePath as FramePath
from narrow_cornice.job.paths.hanging import GalleryPath as GalleryPath
from narrow_cornice.job.paths.hanging import HangingPath as HangingPath
from narrow_cornice.job.paths.hanging import MarkPath as MarkPath
from narrow_cornice.job.paths.hanging import OpeningPath as OpeningPath
from narrow_cornice.job.paths.hanging import OutlinedPath as OutlinedPath
from narrow_cornice.job.paths.hanging import PanelsPath as PanelsPath
from narrow_cornice.job.paths.hanging import RecessPath as RecessPath
from narrow_cornice.job.paths.hanging import RoofWindowPath as RoofWindowPath
from narrow_cornice.job.paths.hanging import ShownPath as ShownPath
from narrow_cornice.job.paths.hanging import TrimTherePath as TrimTherePath
from narrow_cornice.job.paths.hanging import WetBasePath as WetBasePath
from narrow_cornice.job.paths.hanging import path_to as path_to
from narrow_cornice.job.paths.in_room import InRoom as InRoom
from narrow_cornice.job.paths.in_room import JobPath as JobPath
from narrow_cornice.job.paths.in_room import Read as Read
from narrow_cornice.job.paths.in_room import Readings as Readings
from narrow_cornice.job.paths.in_room import Sized as Sized
from narrow_cornice.job.paths.in_room import identified as identified
from narrow_cornice.job.paths.in_room import room_of as room_of
from narrow_cornice.job.paths.in_room import wall_of as wall_of
from narrow_cornice.job.paths.survey import READ as READ
from narrow_cornice.job.paths.survey import AskedDiagonalPath as AskedDiagonalPath
from narrow_cornice.job.paths.survey import AskedWidthPath as AskedWidthPath
from narrow_cornice.job.paths.survey import CornerPath as CornerPath
from narrow_cornice.job.paths.survey import DiagonalPath as DiagonalPath
from narrow_cornice.job.paths.survey import FloorPath as FloorPath
from narrow_cornice.job.paths.survey import HeightPath as HeightPath
from narrow_cornice.job.paths.survey import LevelPath as LevelPath
from narrow_cornice.job.paths.survey import ListedReading as ListedReading
from narrow_cornice.job.paths.survey import NextWallPath as NextWallPath
from narrow_cornice.job.paths.survey import OffsetPath as OffsetPath
from narrow_cornice.job.paths.survey import OfWall as OfWall
from narrow_cornice.job.paths.survey import RoomPath as RoomPath
from narrow_cornice.job.paths.survey import SlopePath as SlopePath
from narrow_cornice.job.paths.survey import StudsPath as StudsPath
from narrow_cornice.job.paths.survey import TrayPath as TrayPath
from narrow_cornice.job.paths.survey import WallPath as WallPath
from narrow_cornice.job.paths.survey import WidthPath as WidthPath
from narrow_cornice.job.paths.trim import MemberPath as MemberPath
from narrow_cornice.job.paths.trim import StockOfferPath as StockOfferPath
from narrow_cornice.job.paths.trim import TrimPath as TrimPath
from narrow_cornice.job.paths.whole_job import ColourPath as ColourPath
from narrow_cornice.job.paths.whole_job import CoveringPath as CoveringPath
from narrow_cornice.job.paths.whole_job import LinePath as LinePath
from narrow_cornice.job.paths.whole_job import MilledPath as MilledPath
from narrow_cornice.job.paths.whole_job import PaintPath as PaintPath
from narrow_cornice.job.paths.whole_job import ProfilePath as ProfilePath
from narrow_cornice.job.paths.whole_job import WayInPath as WayInPath
from narrow_cornice.job.paths.zones import ZONED as ZONED
from narrow_cornice.job.paths.zones import DressingPath as DressingPath
from narrow_cornice.job.paths.zones import FreeWallPath as FreeWallPath
from narrow_cornice.job.paths.zones import LampPath as LampPath
from narrow_cornice.job.paths.zones import NorthPath as NorthPath
from narrow_cornice.job.paths.zones import StoodPath as StoodPath
from narrow_cornice.job.paths.zones import ZonedPath as ZonedPath
from narrow_cornice.job.paths.zones import ZonePath as ZonePath
