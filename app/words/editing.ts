/** Messages while a phrase is edited. */

export const FIX_LINE_FIRST = "Fix the error in the line first. Your text hasn't changed.";
export const CHOOSE_NOTE_FIRST = "Choose a note first: press it, or use the arrow keys.";
