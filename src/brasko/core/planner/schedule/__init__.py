"""The steps of one piece, counted back from the hour of eating, with their reasons and cautions."""
