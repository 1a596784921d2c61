/** Which encoding the bytes of a text are in: by their first bytes, by what they declare, by what they can be. */

/** Encodings that texts come in, by the names of the Encoding Standard. */
export type Encoding = 'utf-8' | 'utf-16le' | 'utf-16be' | 'windows-1252';

/** Turns bytes into text; given because the core has no decoder of its own. Bytes that do not fit become U+FFFD. */
export type Decode = (bytes: Uint8Array, encoding: Encoding) => string;

/** So many bytes are looked at for the shape of UTF-16. */
const SAMPLE = 4096;

/** Of plain text in UTF-16 most bytes on one side are 0; of UTF-8 none is. */
function utf16Side(bytes: Uint8Array): Encoding | null {
  const length = Math.min(SAMPLE, bytes.length - (bytes.length % 2));
  if (length < 4) return null;
  let [even, odd] = [0, 0];
  for (let at = 0; at < length; at += 2) {
    if (bytes[at] === 0) even++;
    if (bytes[at + 1] === 0) odd++;
  }
  const pairs = length / 2;
  if (odd > pairs * 0.6 && even < pairs * 0.1) return 'utf-16le';
  return even > pairs * 0.6 && odd < pairs * 0.1 ? 'utf-16be' : null;
}

/** Whether bytes are well-formed UTF-8 (RFC 3629), overlong forms and surrogates excepted by their first bytes. */
function isUtf8(bytes: Uint8Array): boolean {
  for (let at = 0; at < bytes.length;) {
    const byte = bytes[at++]!;
    const more =
      byte < 0x80
        ? 0
        : byte >= 0xc2 && byte <= 0xdf
          ? 1
          : byte >= 0xe0 && byte <= 0xef
            ? 2
            : byte >= 0xf0 && byte <= 0xf4
              ? 3
              : -1;
    if (more < 0) return false;
    for (let left = more; left > 0; left--) if ((bytes[at++]! & 0xc0) !== 0x80) return false;
  }
  return true;
}

/** The encoding that an XML declaration names, where it is one byte a sign. */
function declaredLatin(bytes: Uint8Array): boolean {
  const head = String.fromCharCode(...bytes.slice(0, 200));
  const name = /^\s*<\?xml[^>]*encoding=["']([\w-]+)["']/i.exec(head)?.[1]?.toLowerCase() ?? '';
  return /^(iso-?8859-(1|15)|latin-?1|windows-1252|cp1252)$/.test(name);
}

/** The encoding of a text. */
export function encodingOf(bytes: Uint8Array): Encoding {
  if (bytes[0] === 0xff && bytes[1] === 0xfe) return 'utf-16le';
  if (bytes[0] === 0xfe && bytes[1] === 0xff) return 'utf-16be';
  const side = utf16Side(bytes);
  if (side) return side;
  return declaredLatin(bytes) || !isUtf8(bytes) ? 'windows-1252' : 'utf-8';
}

/** The text in some bytes, without a byte order mark. */
export function textFrom(bytes: Uint8Array, decode: Decode): string {
  return decode(bytes, encodingOf(bytes)).replace(/^\u{feff}/u, '');
}
