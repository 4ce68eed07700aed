"""What is said: texts in both systems of units, lengths, figures with their workings, errors, cautions, shared words."""
