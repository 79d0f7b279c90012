/** Thresholds of the diagnosis in one place, each with its reason. Probabilities and shares are 0 to 1. */

/** One cause is acted upon from this probability on. Look-alikes with one remedy count as one. */
export const CLEAR_PROBABILITY = 0.6;
/** Number of causes whose outcomes are predicted for each next test. */
export const LEADING_CAUSES = 3;
/** Least probability of a rival. */
export const RIVAL_PROBABILITY = 0.01;

/** A cause with this share of the leading cause's probability, and at least this probability, is not separated from it. */
export const RIVAL_SHARE = 0.4;
export const UNSEPARATED_PROBABILITY = 0.12;
/** Causes above this probability are listed beside a job. */
export const LISTED_PROBABILITY = 0.03;

/** A cause overtakes the one above it only with this factor and this margin, so that noise does not reorder the list. */
export const REORDER_FACTOR = 1.3;
export const REORDER_MARGIN = 0.03;

/** A charge range narrower than this share of the label counts as identified; pressures seldom reach it. */
export const IDENTIFIED_SHARE = 0.12;
/** Error of a weighing, g: scale, oil, and refrigerant left behind. */
export const WEIGHING_ERROR_G = 10;
/** Standard deviation of a weighed charge, as a share of the label. */
export const WEIGHED_SD = 0.035;
/** Shares of the label outside of which a weighed charge is wrong. */
export const TOO_LITTLE_SHARE = 0.88;
export const TOO_MUCH_SHARE = 1.1;
/** Remaining doubt about a weighing. */
export const WEIGHED_DOUBT = 0.004;

/** Fewer readings make a weak diagnosis. */
export const FEW_READINGS = 4;
/** A reading this many spreads from the prediction of every cause above STILL_PROBABLE is suspect. */
export const SUSPECT_SPREADS = 3;
export const STILL_PROBABLE = 0.04;
/** After charging by weight, a wrong amount above this probability casts doubt on label, scale or unit. */
export const DOUBTFUL_PROBABILITY = 0.5;

/** Loss, as a share of the charge, above which the vehicle leaks faster than it can be driven, and below which it may be normal. */
export const LARGE_LOSS = 0.45;
export const SMALL_LOSS = 0.2;

/** High side at which the relief valve is near, kPa gauge. */
export const STOP_KPA = 2600;
/** Probability of a restriction before the port that stops the engine: the pressure behind it cannot be read. */
export const STOP_PROBABILITY = 0.5;
/** Discharge line that halves that probability, degC: the compressor works against something. */
export const HOT_DISCHARGE_C = 105;
/** Least condenser split of a sound condenser, K. Below it the port reads behind a restriction, or the circuit hardly works. */
export const LOW_HIGH_SIDE_K = 8;
/** A starved evaporator is pumped below this, kPa gauge. */
export const LOW_NOT_LOW_KPA = 100;
/** A line after the condenser this much below ambient has flashed, K: more than clamps err. */
export const COLDER_K = 3;

/** Certainty lost for each value outside of the simulated range, and at most for all of them. */
export const BEYOND_COST = 0.35;
export const MOST_BEYOND = 0.9;
/** A reading is outside by this share of the range's width, a condition or label by the second: circuits differ more than days and labels. */
export const BEYOND_READ = 0.5;
export const BEYOND_GIVEN = 0.12;

/** Likelihood ratios from which a reading supports a cause, and below which it contradicts it. Wider than 2 and a half, because ratios are estimates. */
export const SUPPORTING_RATIO = 4;
export const CONTRADICTING_RATIO = 1 / 6;
/** ln of the odds by which a pressure ratio must tell more than either side to be listed. */
export const RATIO_MARGIN = 0.3;

/** Share of repairs of a cause that remove it. */
export const MENDS = 0.92;
/** Probability that a cause disappears without work on it. */
export const BY_ITSELF = 0.04;
/** Probability that work brings a new fault, as causes come. */
export const NEW_FAULT = 0.05;
