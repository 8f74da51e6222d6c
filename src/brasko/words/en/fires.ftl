api-hardly-any-wind = hardly any wind
api-windy-shelter-the-fire = windy: shelter the fire
api = { $air }, { $wind }, { $light }
api-halve-the-distance-and-the-heat = Halve the distance and the heat is four times: true of a point. A bed of coals is wide, so from half as far a spot sees hardly more of it.
