"""What a shop owns and has decided: tools, house rules."""
