"""Brasko plans, guides and records a cook over live fire."""

__version__ = "0.2.0"
