"""Everything that a process of a pool needs, imported and compiled: the process that others are forked from begins with
this module, so that each of them begins with it there already."""

import django

from brasko.core.fire.warm import warm_fire
from brasko.core.heat.warm import warm

# what is asked for names modules that know the store's models
django.setup()
warm()
warm_fire()
