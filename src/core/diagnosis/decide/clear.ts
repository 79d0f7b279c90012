/** From here on one cause is acted upon; a gap this wide to the next, or look-alikes with one remedy, count as one. */
export const CLEAR = 0.6;
