"""What Brasko reads and writes of fires: the published format, shared by the command line and the web."""
