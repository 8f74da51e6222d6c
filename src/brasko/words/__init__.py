"""What the core says, written out: one catalogue of sentences for screen, sheet, calendar and command line.

en/ holds every sentence, de/ those of the places that speak German; both in Fluent's format, a file for each part of
the core, the web and the interface. What a language lacks is said in English.
"""

from brasko.words.catalogue import LANGUAGES, rendered

__all__ = ["LANGUAGES", "rendered"]
