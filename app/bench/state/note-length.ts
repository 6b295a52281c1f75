/** The most letters of a revision's note. */
export const NOTE_LENGTH = 200;
