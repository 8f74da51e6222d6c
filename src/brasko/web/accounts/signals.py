"""What others may want to know of accounts."""

from django.dispatch import Signal

signed_out = Signal()
"""A session is over, and gone from the store."""
signed_up = Signal()
"""There is a new account (user); what is told of it is part of the same transaction."""
time_goes_by = Signal()
"""A while is over: what was let go before may have to go."""
