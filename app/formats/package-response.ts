/** A package as a file to keep. @param headers whatever else is said of it */
export function packageResponse(
  bytes: Uint8Array | ReadableStream<Uint8Array>,
  file: string,
  headers: Readonly<Record<string, string>>,
): Response {
  return new Response(bytes instanceof Uint8Array ? Buffer.from(bytes) : bytes, {
    headers: {
      "Content-Type": "application/zip",
      "Content-Disposition": `attachment; filename="${file}.zip"`,
      ...headers,
    },
  });
}
