"""Speed, passes, feed, power and direction (R2 to R7)."""
