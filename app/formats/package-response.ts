/** Plain letters for a file's name. */
export function fileName(name: string, fallback: string): string {
  return (
    name
      .normalize("NFKD")
      .toLowerCase()
      .replace(/[^a-z0-9]+/g, "-")
      .replace(/^-+|-+$/g, "") || fallback
  );
}

/** A package as a file to keep. @param headers whatever else is said of it */
export function packageResponse(bytes: Uint8Array, file: string, headers: Readonly<Record<string, string>>): Response {
  return new Response(Buffer.from(bytes), {
    headers: {
      "Content-Type": "application/zip",
      "Content-Disposition": `attachment; filename="${file}.zip"`,
      ...headers,
    },
  });
}
