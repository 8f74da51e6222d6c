"""The time loop, compiled.

Heat is stepped by stabilised Runge-Kutta-Legendre super-steps of second order (meyer_rkl2_2014): explicit, and
every joule that leaves one cell enters the next, so balances close to rounding. Water boils away on an enthalpy
plateau at the boiling point; a cell that still holds water never shows its neighbours more than that.

columns     what stands where in the plain arrays the kernel is given
stepping    the super-steps
cells       heat content, conductances, coldest point
skin        the outer faces: air, radiation, metal, evaporation, browning
water       juice, creeping water, boiling
loop        the programme, step by step
"""
