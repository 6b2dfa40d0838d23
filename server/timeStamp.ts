/** The time as digits, from the year to the second, which sort as names do. */
export const timeStamp = (): string => new Date().toISOString().replace(/\D/g, '').slice(0, 14);
