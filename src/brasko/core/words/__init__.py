"""What is to be said: the key of a sentence with its values. The sentences themselves stand in the catalogue.

A message travels as text, so that it can be a value of another one, be kept and be sent: ⟦key¦name=value¦name=value⟧.
Values are quantities with their kind (core/words/quantity), further messages, or text as it is (a name somebody gave).
Who writes it out is brasko.words at the edge of Python, and the interface, both from the same catalogue.
"""

from brasko.core.words import quantity
from brasko.core.words.message import AND, BEGIN, END, say

__all__ = ["AND", "BEGIN", "END", "quantity", "say"]
