"""The shop: what it owns, its house rules and its unit."""

from __future__ import annotations

from fastapi import APIRouter

from ranura.api.problems import ERRORS
from ranura.api.saved_shop import TheSavedShop, TheShop
from ranura.api.views import ShopView, shop_view
from ranura.requests.shop import ShopSettings

router = APIRouter(prefix="/api", tags=["shop"], responses=ERRORS)


@router.get("/shop")
def get_shop(shop: TheShop) -> ShopView:
    """The shop with everything a person can choose from."""
    return shop_view(shop)


@router.put("/shop/settings")
def save_settings(asked: ShopSettings, saved_shop: TheSavedShop) -> ShopView:
    """Keeps house rules and unit; rules beyond the floor are refused at their field."""
    return shop_view(saved_shop.change(rules=asked.rules, unit=asked.unit))
