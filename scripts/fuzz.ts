/** `npm run fuzz -- [inputs] [seed]`: gives random and mutated inputs to everything that takes something in, and says what broke. */
import "../tests/support/learned";
import { fuzz, LONGEST_MS } from "../tests/support/fuzz";

const count = Number(process.argv[2] ?? 100_000);
const seed = Number(process.argv[3] ?? 1);

const start = performance.now();
const { inputs, broken, slowest, perTarget } = await fuzz(count, seed);
console.table(perTarget);
for (const { target, seed: own, why } of broken.slice(0, 20)) console.log(`${target}, seed ${own}: ${why}`);
console.log(
  `${inputs} inputs in ${((performance.now() - start) / 1000).toFixed(0)} s; slowest ${slowest.ms.toFixed(0)} ms (${slowest.target}, seed ${slowest.seed})`,
);
// A shared machine may be slow: time alone is reported, and no failure.
if (slowest.ms > LONGEST_MS) console.log(`one took over ${LONGEST_MS} ms`);
console.log(`${broken.length} broken`);
process.exit(broken.length > 0 ? 1 : 0);
