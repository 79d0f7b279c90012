/** First letters: a sentence's is a capital, within a sentence it is not. */
export const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);
export const lowerFirst = (text: string): string => text.charAt(0).toLowerCase() + text.slice(1);
