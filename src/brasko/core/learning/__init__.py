"""What a household's own cooks say about its fires, and what plans and forecasts make of it."""
