"""What stands where in the plain arrays the kernel is given."""

# a side
AIR, H, RAD_SOURCE, RAD_COEFF, CONTACT_C, CONTACT_H, VAPOUR, MASS_H, SIDE_COLUMNS = range(9)
# a step, after its three sides
(
    UNTIL_CORE,
    UNTIL_S,
    UNTIL_CRUST,
    UNTIL_FALL,
    UNTIL_PROBE,
    FLIP_EVERY,
    FLIP_CRUST,
    FLIP_FIRST,
    MARK,
    METAL_SHARE,
    METAL_HIDES,
    METAL_H,
    METAL_HEAT,
    METAL_POWER,
    METAL_LOSS,
    METAL_AROUND,
    METAL_START,
    METAL_MAX,
    PRESSED,
    WET_FROM,
    WET_EVERY,
    WET_KG_M2,
    STEP_COLUMNS,
) = (3 * SIDE_COLUMNS + i for i in range(23))
MARKS = 4
"""Sets of rod marks a face can carry: one for each angle the piece was turned to."""
# the material; the last two are of bone
(
    HD0,
    HD1,
    HD2,
    HW0,
    HW1,
    HW2,
    KW0,
    KW1,
    KW2,
    KD0,
    KD1,
    KD2,
    RHO_W,
    RHO_S,
    HOLD_C,
    HOLD_LOSS,
    K_BONE,
    H_BONE,
    MATERIAL_SIZE,
) = range(19)
# constants
(
    C_LAT0,
    C_LAT1,
    C_BOIL,
    C_DLIQ,
    C_MIN,
    C_WET,
    C_FILM,
    C_HANGS,
    C_HOLD_K,
    C_SQUEEZE_S,
    C_SQUEEZE_C,
    C_SQUEEZE_K,
    C_BROWN_T,
    C_BROWN_EA,
    C_BROWN_MAX,
    C_BROWNS_M,
    C_FADES,
    C_FADES_M,
    C_CHAR_T,
    C_CHAR_EA,
    C_GREY_T,
    C_GREY_K,
    C_GREY_S,
    C_D_REF,
    C_T_REF,
    C_Z,
    C_MOIST,
    C_TAB0,
    C_TABSTEP,
    C_TAU_MAX,
    C_TAU_BOIL,
    C_TAU_GROWS,
    C_GAS,
    C_PRESSURE,
    C_CLINGS,
    C_SEEPS_M,
    C_PASSES,
    CONSTANTS_SIZE,
) = range(38)
# tallies
(
    E_START,
    E_END,
    E_IN,
    E_ABS,
    E_LATENT,
    E_LIQUID,
    W_START,
    W_END,
    W_EVAP,
    W_DRIP,
    LOG_CORE,
    LOG_SURFACE,
    PEAK_CORE,
    METAL_IN,
    METAL_OUT,
    METAL_GIVEN,
    TALLY_SIZE,
) = range(17)
# what is kept of an outer face: vapour [kg/s] and its slope, latent heat, the cell's °C it was taken at, slope of the
# surface's temperature, share of the vapour that the film gives, conductance to the metal [W m-2 K-1]
F_VAPOUR, F_SLOPE, F_LATENT, F_HERE, F_FOLLOW, F_FILM, F_CONTACT, FLOW_COLUMNS = range(8)
# flat rows of cells that stay the same: volume [m3] and its reciprocal, raw water [kg] and its reciprocal, solids [kg],
# thickness and width of the cell,
# joints [m2] and shapes of creeping [m] towards the next row and the next column, the face that is nearest (0 a, 1 b, 2
# the edge)
(
    S_VOLUME,
    S_PER_VOLUME,
    S_HELD,
    S_PER_RAW,
    S_SOLIDS,
    S_DZ,
    S_DR,
    S_JOINT_Z,
    S_JOINT_R,
    S_CREEP_Z,
    S_CREEP_R,
    S_FACE,
    S_DEPTH,
    STILL_ROWS,
) = range(14)
# flat rows of cells of a super-step (see stepping)
(CAP, KZ, KR, PER, JOINT_Z, JOINT_R, OWN, SOURCE, FIRST, ONE, OTHER, SHOWN, ROOM, MEAN, RESIST, WORK, FLAT_ROWS) = (
    range(17)
)
# why a step ended
ENDED_TIME, ENDED_CORE, ENDED_CRUST, ENDED_PEAK, ENDED_PROBE = range(5)
# samples
T_S, T_CORE, T_FACE_A, T_FACE_B, T_PROBE, DOSE_A, DOSE_B, T_METAL, T_COLDEST, SAMPLE_COLUMNS = range(10)

OFF = 1e9
"""Stands for a temperature or a time that is never reached."""
