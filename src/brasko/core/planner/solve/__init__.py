"""From a spec to a solved cook: the programme, the search for its pull and sear, and what follows from it."""
