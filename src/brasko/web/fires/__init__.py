"""Fires: what a grill gives as it is set, what to build for a wish, and the weather over it."""
