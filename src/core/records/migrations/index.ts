/**
 * Migrations of the job record, one file a version, by the version they start from; reading applies them in turn. Each is frozen: what it adds
 * stands in it as literals and never calls today's code, so that an old file reads the same in every later release.
 */
import { fromVersion1 } from "./from-version-1";
import { fromVersion2 } from "./from-version-2";
import { fromVersion3 } from "./from-version-3";
import { fromVersion4 } from "./from-version-4";
import { fromVersion5 } from "./from-version-5";
import { fromVersion6 } from "./from-version-6";
import { fromVersion7 } from "./from-version-7";
import { fromVersion8 } from "./from-version-8";
import { fromVersion9 } from "./from-version-9";
import { fromVersion10 } from "./from-version-10";
import { fromVersion11 } from "./from-version-11";
import { fromVersion12 } from "./from-version-12";
import { fromVersion13 } from "./from-version-13";
import type { OldRecord } from "./old-record";

export const migrations: Record<number, (job: OldRecord) => OldRecord> = {
  1: fromVersion1,
  2: fromVersion2,
  3: fromVersion3,
  4: fromVersion4,
  5: fromVersion5,
  6: fromVersion6,
  7: fromVersion7,
  8: fromVersion8,
  9: fromVersion9,
  10: fromVersion10,
  11: fromVersion11,
  12: fromVersion12,
  13: fromVersion13,
};
