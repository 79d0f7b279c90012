/** What a sound car loses through hoses and seal, g a year (field-facts). */
export const SOUND_G_YEAR = { low: 10, high: 15 } as const;
