"""What is to be said: the key of a sentence with its values. The sentences themselves stand in the catalogue.

A message travels as text, so that it can be a value of another one, be kept and be sent: its key, then name=value of
each of its values, between characters that no text of a user holds (see marks).
Values are quantities with their kind (core/words/quantity), further messages, or text as it is (a name somebody gave).
Who writes it out is brasko.words at the edge of Python, and the interface, both from the same catalogue.
"""

from brasko.core.words import quantity
from brasko.core.words.marks import AND, AS_TYPED, BEGIN, CLOSE, END, OPEN, as_typed
from brasko.core.words.message import say

__all__ = ["AND", "AS_TYPED", "BEGIN", "CLOSE", "END", "OPEN", "as_typed", "quantity", "say"]
