/** A text without half characters (lone surrogates), which no file and no address can hold: U+FFFD stands for each. */
export const wellFormed = (text: string): string => text.replace(/\p{Surrogate}/gu, '\ufffd');

/** A text as a part of an address, whatever it is made of. */
export const inAddress = (text: string): string => encodeURIComponent(wellFormed(text));
