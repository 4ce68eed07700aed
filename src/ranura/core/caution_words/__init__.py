"""The words of all cautions, by subject: what is so and why, and what to do. `ranura.core.cautions` puts them together."""
