"""Trade and model constants of the heat core, each with its source and how well it is known."""

from __future__ import annotations

from brasko.core.sourced import Sourced

STEFAN_BOLTZMANN = Sourced(5.670374e-8, "W m-2 K-4", "incropera_2011", "measured")
GRAVITY = Sourced(9.81, "m s-2", "", "measured")
LATENT_AT_0C = Sourced(2.501e6, "J kg-1", "incropera_2011", "fitted", 0.0, 120.0)
LATENT_SLOPE = Sourced(-2440.0, "J kg-1 K-1", "incropera_2011", "fitted", 0.0, 120.0)
AIR_PRESSURE = Sourced(101325.0, "Pa", "", "measured")
BOILING_C = Sourced(100.0, "°C", "iapws_if97", "measured")
LEWIS_FACTOR = Sourced(0.90, "-", "incropera_2011", "from memory")
"""Lewis number to the power 2/3 for water vapour in air, in h_m = h / (ρ c_p Le^(2/3))."""
MIN_MOISTURE = Sourced(0.05, "kg/kg solids", "", "from memory")
"""As dry as a surface gets by evaporation: sorption of meat at a few per cent of humidity. Boiling takes the rest."""
PATTED_DRY = Sourced(0.02, "kg m-2", "", "assumed")
"""Water left on a surface that was patted dry: a film of 0.02 mm."""
DRIED_LAYER = Sourced(0.0015, "m", "", "assumed")
"""How deep a night in the open air of a fridge dries: it falls off by e in this depth."""
MAX_DRIED = Sourced(0.5, "kg m-2", "", "assumed")
"""What an open piece loses at the most in a fridge before it is leather."""
WHOLLY_WET = Sourced(0.02, "kg m-2", "", "assumed")
"""With less water than this on it a surface is wet in patches, in proportion."""
FILM_MAX = Sourced(0.15, "kg m-2", "", "assumed")
"""Juice that a surface holds before it drips off."""
FILM_HANGS = Sourced(0.06, "kg m-2", "", "assumed")
"""Of that, what hangs on a face that looks down."""
SQUEEZE_AT_C = Sourced(70.0, "°C", "", "assumed")
"""Where the time to squeeze juice out is counted; how long that is, is fitted (uncertainty.general)."""
SQUEEZE_PER_K = Sourced(12.0, "K", "", "from memory")
"""Juice leaves e times faster per so many kelvin."""
SEEPS_AS_FAST_M = Sourced(0.02, "m", "", "assumed")
"""From so deep juice seeps out half as fast as near a face: its way out goes with the square of the depth (Darcy)."""
HOLDING_WIDTH = Sourced(5.5, "K", "", "from memory")
"""How wide the fall of the water-holding capacity is: bag losses over temperature have 4.5 to 7."""
BROWNING_REFERENCE_C = Sourced(140.0, "°C", "", "common practice")
BROWNS_NO_FASTER_C = Sourced(205.0, "°C", "", "common practice")
"""Above this a surface chars instead: its browning grows no faster."""
BROWNS_WHEN_DRY = Sourced(0.0004, "m", "", "assumed")
"""A face browns in full once so much of it is dry: nothing browns while it is wet."""
FADES_WHEN_DRY = Sourced(0.0005, "m", "", "assumed")
"""Contact has faded in full once the crust is so thick."""
CHAR_AT_C = Sourced(250.0, "°C", "", "common practice")
CHAR_ENERGY = Sourced(120000.0, "J mol-1", "", "from memory", 180.0, 450.0)
"""Of pyrolysis of a dried surface; published ones lie between 80 and 180 kJ/mol."""
CHAR_SECONDS = Sourced(120.0, "s", "", "assumed")
"""Seconds at CHAR_AT_C that char two thirds of a face."""
LONGEST_STEP = Sourced(30.0, "s", "", "assumed")
"""Longest super-step of the solver: water is moved once in each, and twice as long moves the core by 0.01 °C an
hour."""
LONGEST_STEP_DRY = Sourced(60.0, "s", "", "assumed")
"""The same where no water moves."""
BOILING_STEP = Sourced(2.0, "s", "", "assumed")
"""The same at first where a surface boils: twice as long lowers a crust's dose by 3 %."""
BOILING_STEP_COARSE = Sourced(4.0, "s", "", "assumed")
"""The same for searches on a coarse grid."""
STEP_GROWTH = Sourced(0.12, "-", "", "assumed")
"""A super-step after a change of the surroundings, as a share of the time since the change."""
STEP_GROWTH_COARSE = Sourced(0.2, "-", "", "assumed")
"""The same for searches on a coarse grid."""
GREY_AT_C = Sourced(70.0, "°C", "", "from memory")
GREY_PER = Sourced(6.0, "K", "", "from memory")
"""The red of the meat goes ten times sooner for each GREY_PER above GREY_AT_C (myoglobin: 5 to 8)."""
CRUST_DRIED = Sourced(0.5, "-", "", "assumed")
"""What has lost this share of its water is crust, not grey meat."""
GAS_CONSTANT = Sourced(8.314, "J mol-1 K-1", "", "measured")
FSIS_LOG10 = Sourced(6.5, "-", "fsis_appendix_a", "from memory")
FSIS_SECONDS_AT_REFERENCE = Sourced(112.0 * 60.0, "s", "fsis_appendix_a", "from memory")
FSIS_REFERENCE_C = Sourced((130.0 - 32.0) / 1.8, "°C", "fsis_appendix_a", "from memory")
SALMONELLA_Z_K = Sourced(10.0 / 1.8, "K", "fsis_appendix_a", "from memory")
BONE_CONDUCTIVITY = Sourced(0.40, "W m-1 K-1", "", "from memory")
"""Rib and chine with their marrow: between dense bone (about 0.5) and spongy bone (about 0.3)."""
BONE_DENSITY = Sourced(1500.0, "kg m-3", "", "from memory")
BONE_SPECIFIC_HEAT = Sourced(1900.0, "J kg-1 K-1", "", "from memory")
