"""The shop: what it owns, its house rules and its unit."""

from __future__ import annotations

from fastapi import APIRouter, Request

from ranura.api.problems import ERRORS
from ranura.api.saved_shop import TheSavedShop, TheShop, unit_of
from ranura.api.views import ShopView, shop_view
from ranura.requests.shop import ShopSettings

router = APIRouter(prefix="/api", tags=["shop"], responses=ERRORS)


@router.get("/shop")
def get_shop(shop: TheShop, saved_shop: TheSavedShop) -> ShopView:
    """The shop with everything a person can choose from, in the unit of who asks."""
    return shop_view(shop, saved_shop.current().unit)


@router.put("/shop/settings")
def save_settings(asked: ShopSettings, saved_shop: TheSavedShop, request: Request) -> ShopView:
    """Keeps house rules and the shop's own unit; rules beyond the floor are refused at their field."""
    kept = saved_shop.change(rules=asked.rules, unit=asked.unit)
    return shop_view(saved_shop.read_in(unit_of(request)), kept.unit)
