"""Photos of runs: added, shown, taken away."""

from __future__ import annotations

from uuid import uuid4

from fastapi import APIRouter, Response

from ranura.api.problems import ERRORS
from ranura.api.saved_shop import TheShop, TheStore
from ranura.core.running import refusals
from ranura.core.running.progress import RunError
from ranura.formats.photos import MOST_PHOTOS, photo_of
from ranura.requests.runs import PhotoIn
from ranura.store import kept_photos, kept_runs
from ranura.store.kept_photos import Photo

router = APIRouter(prefix="/api", tags=["log"], responses=ERRORS)


@router.post("/runs/{run_id}/photos", status_code=201)
def add_photo(run_id: str, asked: PhotoIn, shop: TheShop, store: TheStore) -> Photo:
    """Keeps a photo of a run."""
    jpeg = photo_of(asked.jpeg)
    with store.session() as session:
        kept_runs.load(session, shop.id, run_id, lock=True)
        if kept_photos.count(session, shop.id, run_id) >= MOST_PHOTOS:
            raise RunError(refusals.ENOUGH_PHOTOS, field="jpeg", most=MOST_PHOTOS)
        return kept_photos.add(session, shop.id, run_id, id=uuid4().hex, jpeg=jpeg)


@router.get("/photos/{photo_id}", response_class=Response)
def photo(photo_id: str, shop: TheShop, store: TheStore) -> Response:
    """A photo as JPEG."""
    with store.session() as session:
        jpeg = kept_photos.jpeg_of(session, shop.id, photo_id)
    headers = {"Cache-Control": "private, max-age=31536000, immutable", "X-Content-Type-Options": "nosniff"}
    return Response(jpeg, media_type="image/jpeg", headers=headers)


@router.delete("/photos/{photo_id}", status_code=204)
def remove_photo(photo_id: str, shop: TheShop, store: TheStore) -> Response:
    """Takes a photo away; it can be brought back for a while."""
    with store.session() as session:
        kept_photos.remove(session, shop.id, photo_id)
    return Response(status_code=204)


def bring_photo_back(photo_id: str, shop_id: str, store: TheStore) -> None:
    """Brings a photo back, where its run has room for it. Raises NotFoundError."""
    with store.session() as session:
        run_id = kept_photos.run_of(session, shop_id, photo_id)
        kept_runs.load(session, shop_id, run_id, lock=True)
        if kept_photos.count(session, shop_id, run_id) >= MOST_PHOTOS:
            raise RunError(refusals.ENOUGH_PHOTOS, field="jpeg", most=MOST_PHOTOS)
        kept_photos.bring_back(session, shop_id, photo_id)
