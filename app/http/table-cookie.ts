export type Table = "light" | "dark";

/** Which table the reader chose; light unless the cookie says dark. */
export function readTable(cookies: string | null): Table {
  return /(?:^|;\s*)brosse_table=dark\b/.test(cookies ?? "") ? "dark" : "light";
}

/** Keeps the choice for a year and shows it at once. */
export function chooseTable(table: Table): void {
  // biome-ignore lint/suspicious/noDocumentCookie: the Cookie Store API is not in all browsers yet
  document.cookie = `brosse_table=${table}; Path=/; Max-Age=31536000; SameSite=Lax`;
  document.documentElement.dataset.table = table;
}
