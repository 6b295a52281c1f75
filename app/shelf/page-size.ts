/** Rows that are fetched at once; the first ones come with the page. */
export const PAGE = 60;
