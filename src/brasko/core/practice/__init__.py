"""Practice against a hidden truth: what it is, drills of growing trouble, what counts, and what mattered."""
