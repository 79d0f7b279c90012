/**
 * The one door to zod. `jitless` keeps it from probing `new Function`, which the page's policy header forbids.
 * Importing zod anywhere else would build schemas before this setting, so a lint rule forbids it.
 */
import { z } from "zod";

z.config({ jitless: true });

export { z };
