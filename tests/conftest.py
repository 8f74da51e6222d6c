"""What all tests share."""

import os

from hypothesis import settings

settings.register_profile("the same each time", derandomize=True)
settings.register_profile("anew each time", derandomize=False, print_blob=True)
# A run tells of the change that was made and not of its luck; BRASKO_HYPOTHESIS="anew each time" looks further.
settings.load_profile(os.environ.get("BRASKO_HYPOTHESIS", "the same each time"))
