"""Trade and model constants of the heat core, each with its source and how well it is known."""

from __future__ import annotations

from brasko.core.sourced import Sourced

STEFAN_BOLTZMANN = Sourced(5.670374e-8, "W m-2 K-4", "incropera_2011", "measured")
LATENT_AT_0C = Sourced(2.501e6, "J kg-1", "incropera_2011", "fitted", 0.0, 120.0)
LATENT_SLOPE = Sourced(-2440.0, "J kg-1 K-1", "incropera_2011", "fitted", 0.0, 120.0)
BOILING_C = Sourced(100.0, "°C", "iapws_if97", "measured")
LEWIS_FACTOR = Sourced(0.90, "-", "incropera_2011", "from memory")
"""Lewis number to the power 2/3 for water vapour in air, in h_m = h / (ρ c_p Le^(2/3))."""
CRUST_VAPOUR_DIFFUSIVITY = Sourced(2.6e-6, "m2 s-1", "", "assumed")
"""Vapour through the pores of a dried crust: a tenth of that in free air."""
WATER_DIFFUSIVITY = Sourced(4.0e-10, "m2 s-1", "", "assumed", 20.0, 80.0)
"""Liquid water in meat near 40 °C; published values for meat lie between 1e-10 and 1e-9."""
SORPTION_X = Sourced(0.11, "kg/kg solids", "", "from memory")
SORPTION_EXPONENT = Sourced(0.42, "-", "", "from memory")
"""Oswin isotherm of beef, a_w = 1 / (1 + (X0 / X)^(1/B))."""
DRIP_TIME = Sourced(2400.0, "s", "", "assumed")
"""How fast juice above the water-holding capacity leaves."""
BROWNING_REFERENCE_C = Sourced(140.0, "°C", "", "common practice")
BROWNING_DOUBLING_K = Sourced(10.0, "K", "", "common practice")
CHAR_C = Sourced(230.0, "°C", "", "common practice")
"""Above this a surface chars; the browning rate grows no further."""
LONGEST_STEP = Sourced(20.0, "s", "", "assumed")
"""Longest super-step of the solver: short enough for curves that are drawn every 10 s."""
GREY_C = Sourced(68.0, "°C", "", "from memory")
"""Above this the red of the meat is gone; the share that reached it is the grey rim."""
FSIS_LOG10 = Sourced(6.5, "-", "fsis_appendix_a", "from memory")
FSIS_SECONDS_AT_REFERENCE = Sourced(112.0 * 60.0, "s", "fsis_appendix_a", "from memory")
FSIS_REFERENCE_C = Sourced((130.0 - 32.0) / 1.8, "°C", "fsis_appendix_a", "from memory")
SALMONELLA_Z_K = Sourced(10.0 / 1.8, "K", "fsis_appendix_a", "from memory")
