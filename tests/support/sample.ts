/** Share of a long test: a sample in `bin/test`, everything in `npm run test:full`. */
const full = process.env.EVRID_FULL === "1";

/** `all` in the full run, else `some`. */
export const sampled = (all: number, some: number): number => (full ? all : some);
