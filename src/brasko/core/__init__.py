"""The computation of Brasko: no Django, no I/O beyond its own data tables, SI inside."""
