"""The command line of the core: JSON in, JSON out."""
