/** How much of a long test runs: a sample in `bin/test`, all of it in `npm run test:full`. */
const full = process.env.EVRID_FULL === "1";

/** `all` in the full run, else `some`. */
export const sampled = (all: number, some: number): number => (full ? all : some);
