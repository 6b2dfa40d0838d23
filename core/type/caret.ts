/** How far a caret reaches below the baseline and above the capitals, fraction of the capitals' height. */
export const caretReach = 0.12;
