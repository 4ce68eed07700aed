"""The tables. Every row belongs to a shop; what a tool or a cut *is* stands in `spec`, in the core's own JSON form."""

from __future__ import annotations

from datetime import datetime
from typing import Any

from sqlalchemy import JSON, BigInteger, Boolean, ForeignKey, Index, Integer, String, Text, false, text
from sqlalchemy.dialects.mysql import MEDIUMTEXT
from sqlalchemy.orm import DeclarativeBase, Mapped, declared_attr, mapped_column

ID_LENGTH = 40
NAME_LENGTH = 200


class Base(DeclarativeBase):
    """All tables. MariaDB makes the index of a foreign key by itself."""

    type_annotation_map = {dict[str, Any]: JSON}


class ShopRow(Base):
    """A workshop: `unit` is what a bare number means, `rules` the house rules."""

    __tablename__ = "shops"

    id: Mapped[str] = mapped_column(String(ID_LENGTH), primary_key=True)
    name: Mapped[str] = mapped_column(String(NAME_LENGTH))
    unit: Mapped[str] = mapped_column(String(2))
    rules: Mapped[dict[str, Any]]
    currency: Mapped[str] = mapped_column(String(8), default="€", server_default="€")


class _Counted(Base):
    """A row of a shop that has a place among its like, and has it alone."""

    __abstract__ = True

    @declared_attr.directive
    @classmethod
    def __table_args__(cls) -> tuple[Index, ...]:
        """One key for all."""
        return (Index(f"{cls.__tablename__}_places", "shop_id", "place", unique=True),)


class _Owned(_Counted):
    """A row with an id of its own."""

    __abstract__ = True

    id: Mapped[str] = mapped_column(String(ID_LENGTH), primary_key=True)
    shop_id: Mapped[str] = mapped_column(ForeignKey("shops.id", ondelete="CASCADE"))
    place: Mapped[int] = mapped_column(Integer)


class _Thing(_Counted):
    """What a shop owns: known by the shop and its id, in its place among its like."""

    __abstract__ = True

    shop_id: Mapped[str] = mapped_column(ForeignKey("shops.id", ondelete="CASCADE"), primary_key=True)
    id: Mapped[str] = mapped_column(String(ID_LENGTH), primary_key=True)
    place: Mapped[int] = mapped_column(Integer)
    spec: Mapped[dict[str, Any]]


class RouterRow(_Thing):
    """A router of the bench."""

    __tablename__ = "routers"


class BitRow(_Thing):
    """A bit of the drawer."""

    __tablename__ = "bits"


class BitEventRow(Base):
    """Something that happened to a bit, at a time in UTC."""

    __tablename__ = "bit_events"

    id: Mapped[int] = mapped_column(BigInteger, primary_key=True, autoincrement=True)
    shop_id: Mapped[str] = mapped_column(ForeignKey("shops.id", ondelete="CASCADE"))
    bit_id: Mapped[str] = mapped_column(String(ID_LENGTH))
    at: Mapped[datetime]
    spec: Mapped[dict[str, Any]]

    __table_args__ = (Index("bit_events_of_a_bit", "shop_id", "bit_id"),)


class GuideRow(_Thing):
    """A guide: a bushing, a straightedge, an edge guide."""

    __tablename__ = "guides"


class WoodRow(_Thing):
    """A wood of the shop's own."""

    __tablename__ = "woods"


class DeliveryRow(_Thing):
    """A load of boards and what it measured."""

    __tablename__ = "deliveries"


class ProfileRow(_Thing):
    """A profile of edges that was kept by name."""

    __tablename__ = "profiles"


class OutlineRow(_Thing):
    """An outline that was kept by name."""

    __tablename__ = "outlines"


class RemovedThingRow(Base):
    """A thing that a shop owned, as it was when it was taken away; it can be brought back for a while."""

    __tablename__ = "removed_things"

    shop_id: Mapped[str] = mapped_column(ForeignKey("shops.id", ondelete="CASCADE"), primary_key=True)
    kind: Mapped[str] = mapped_column(String(20), primary_key=True)
    id: Mapped[str] = mapped_column(String(ID_LENGTH), primary_key=True)
    place: Mapped[int] = mapped_column(Integer)
    spec: Mapped[dict[str, Any]]
    removed_at: Mapped[datetime]


class _Removable(_Owned):
    """A row that stays when it is removed, with the time (UTC), so that it can be brought back for a while."""

    __abstract__ = True

    removed_at: Mapped[datetime | None] = mapped_column(default=None)


class JobRow(_Removable):
    """A job: pieces that are made together. `changed_at` (UTC) is when it, a piece or a cut of it was changed last, `pins` what a
    person wants of the order of its cuts."""

    __tablename__ = "jobs"

    name: Mapped[str] = mapped_column(String(NAME_LENGTH))
    notes: Mapped[str] = mapped_column(Text, default="", server_default="")
    archived: Mapped[bool] = mapped_column(Boolean, default=False, server_default=false())
    changed_at: Mapped[datetime] = mapped_column(server_default=text("utc_timestamp()"))
    pins: Mapped[list[dict[str, Any]] | None] = mapped_column(JSON(none_as_null=True), default=None)


class PieceRow(_Removable):
    """A piece of a job."""

    __tablename__ = "pieces"

    job_id: Mapped[str] = mapped_column(ForeignKey("jobs.id", ondelete="CASCADE"))
    spec: Mapped[dict[str, Any]]


class CutRow(_Removable):
    """A cut in a piece; `version` rises with every save, so that an old one is noticed."""

    __tablename__ = "cuts"

    piece_id: Mapped[str] = mapped_column(ForeignKey("pieces.id", ondelete="CASCADE"))
    name: Mapped[str] = mapped_column(String(NAME_LENGTH))
    spec: Mapped[dict[str, Any]]
    version: Mapped[int] = mapped_column(Integer)


class JointRow(_Removable):
    """A joint of two pieces of a job; the cuts that it makes in them are not kept, they follow from it."""

    __tablename__ = "joints"

    job_id: Mapped[str] = mapped_column(ForeignKey("jobs.id", ondelete="CASCADE"))
    first_id: Mapped[str] = mapped_column(ForeignKey("pieces.id", ondelete="CASCADE"))
    second_id: Mapped[str] = mapped_column(ForeignKey("pieces.id", ondelete="CASCADE"))
    name: Mapped[str] = mapped_column(String(NAME_LENGTH))
    spec: Mapped[dict[str, Any]]
    version: Mapped[int] = mapped_column(Integer)


class RunPlanRow(Base):
    """A plan as it was when it was run, known by what is in it: runs of the same plan have it once."""

    __tablename__ = "run_plans"

    id: Mapped[str] = mapped_column(String(ID_LENGTH), primary_key=True)
    shop_id: Mapped[str] = mapped_column(ForeignKey("shops.id", ondelete="CASCADE"), primary_key=True)
    record: Mapped[dict[str, Any]]


class RunRow(Base):
    """A run at the machine, begun and ended at times in UTC. `of` is what was run, `spec` how far it is and how it came out."""

    __tablename__ = "runs"

    id: Mapped[str] = mapped_column(String(ID_LENGTH), primary_key=True)
    shop_id: Mapped[str] = mapped_column(ForeignKey("shops.id", ondelete="CASCADE"))
    begun_at: Mapped[datetime]
    ended_at: Mapped[datetime | None] = mapped_column(default=None)
    state: Mapped[str] = mapped_column(String(10))
    came_out: Mapped[str | None] = mapped_column(String(20), default=None)
    plan_id: Mapped[str | None] = mapped_column(String(ID_LENGTH), default=None)
    cut_id: Mapped[str | None] = mapped_column(String(80), default=None)
    hand: Mapped[str | None] = mapped_column(String(ID_LENGTH), default=None)
    of: Mapped[dict[str, Any]]
    spec: Mapped[dict[str, Any]]
    removed_at: Mapped[datetime | None] = mapped_column(default=None)

    __table_args__ = (Index("runs_in_time", "shop_id", "begun_at"),)


class RunPhotoRow(Base):
    """A photo of a run: a JPEG in base64, taken into the log at a time in UTC."""

    __tablename__ = "run_photos"

    id: Mapped[str] = mapped_column(String(ID_LENGTH), primary_key=True)
    shop_id: Mapped[str] = mapped_column(ForeignKey("shops.id", ondelete="CASCADE"))
    run_id: Mapped[str] = mapped_column(ForeignKey("runs.id", ondelete="CASCADE"))
    at: Mapped[datetime]
    jpeg: Mapped[str] = mapped_column(MEDIUMTEXT)
    removed_at: Mapped[datetime | None] = mapped_column(default=None)


class CareRow(Base):
    """Something that was done for a bit or a router, at a time in UTC."""

    __tablename__ = "cares"

    id: Mapped[str] = mapped_column(String(ID_LENGTH), primary_key=True)
    shop_id: Mapped[str] = mapped_column(ForeignKey("shops.id", ondelete="CASCADE"))
    kind: Mapped[str] = mapped_column(String(20))
    of: Mapped[str] = mapped_column(String(80))
    at: Mapped[datetime]
    was: Mapped[str | None] = mapped_column(String(10), default=None)
