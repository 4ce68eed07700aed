"""What is said where steps cannot be put in an order."""

from __future__ import annotations

from ranura.core.text.errors import Refusal

STEP_TWICE = Refusal("step-twice", "Two steps are called {id}; give each its own name.")
AFTER_NOTHING = Refusal("after-nothing", "{id} comes after {after}, and there is no such step.")
CANNOT_COME_BEFORE = Refusal(
    "cannot-come-before", "{first} cannot come before {then}, for each of these waits for the one before it: {way}"
)
CANNOT_STAY_IN = Refusal(
    "cannot-stay-in",
    "{bit} cannot stay in {router} until it is done: {between}, with another bit in it, comes after {first} and before {then}",
)
IN_A_CIRCLE = Refusal("in-a-circle", "Each of these waits for the one before it, all round: {way}. Take one of them out.")
