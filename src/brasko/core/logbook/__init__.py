"""What a log of cooks says: how a season went, how cooks differ, what to change next time."""
