/** As many named states of one piece are kept side by side. */
export const mostVersions = 24;
