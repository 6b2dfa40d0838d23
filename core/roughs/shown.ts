/** So many roughs are shown. */
export const shownRoughs = 6;
