"""What happens at the bit: speed, feed, power, stiffness, passes, turret, direction (R2 to R7)."""
