// The checksum of PNG and ZIP: CRC-32 with the polynomial of ISO 3309, four bytes at a time.
const tables = Array.from({ length: 4 }, () => new Uint32Array(256));
for (let n = 0; n < 256; n++) {
  let c = n;
  for (let k = 0; k < 8; k++) c = c & 1 ? 0xedb88320 ^ (c >>> 1) : c >>> 1;
  tables[0][n] = c;
}
for (let n = 0; n < 256; n++) {
  for (let t = 1; t < 4; t++) tables[t][n] = (tables[t - 1][n] >>> 8) ^ tables[0][tables[t - 1][n] & 0xff];
}
const [one, two, three, four] = tables;

/** The CRC-32 of some bytes, an unsigned 32-bit number. */
export function crc32(bytes: Uint8Array): number {
  let c = 0xffffffff;
  let i = 0;
  for (const whole = bytes.length - 3; i < whole; i += 4) {
    c ^= bytes[i] | (bytes[i + 1] << 8) | (bytes[i + 2] << 16) | (bytes[i + 3] << 24);
    c = four[c & 0xff] ^ three[(c >>> 8) & 0xff] ^ two[(c >>> 16) & 0xff] ^ one[c >>> 24];
  }
  for (; i < bytes.length; i++) c = one[(c ^ bytes[i]) & 0xff] ^ (c >>> 8);
  return (c ^ 0xffffffff) >>> 0;
}
