/**
 * The time as digits, which sort as names do.
 * @param digits 14 up to the second, 17 up to its thousandth
 */
export const timeStamp = (digits: 14 | 17): string => new Date().toISOString().replace(/\D/g, '').slice(0, digits);
