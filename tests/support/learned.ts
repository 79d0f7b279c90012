/** What every unit test that judges needs: the committee, out of the file that ships. */
import { readFileSync } from "node:fs";
import path from "node:path";
import { provideLearned } from "../../src/core/diagnosis/weigh/learned";

provideLearned(readFileSync(path.resolve(import.meta.dirname, "../../public/learned.bin")));
