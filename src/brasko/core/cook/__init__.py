"""A cook told forwards: steps as a cook would say them, and what comes of them."""
