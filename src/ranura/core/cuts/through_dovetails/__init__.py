"""Through dovetails by a pair of combs: tails, or the pins that go into them."""
