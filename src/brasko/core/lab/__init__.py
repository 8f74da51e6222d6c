"""What if: ways to cook beside one another, one or two things swept, and what matters most."""
