/** Codes for paper: never finer than a phone reads, never larger than the sheet has room for; what does not fit is none. */
import { expect, it } from 'vitest';
import { qrOf } from './qr';

const text = (length: number) => `https://school.example/link#${'a9-_Zq'.repeat(400)}`.slice(0, length);

it('has modules of at least 0.4 mm and an edge of at most 60 mm, up to links of 1,200 characters and beyond', () => {
  for (let length = 40; length <= 1700; length += 83) {
    const code = qrOf(text(length))!;
    expect(code.edgeMm).toBeLessThanOrEqual(60);
    expect(code.edgeMm / code.modules).toBeGreaterThanOrEqual(0.4);
    // Version 30 has 137 modules (ISO/IEC 18004), and four of room on each side.
    expect(code.modules).toBeLessThanOrEqual(137 + 8);
  }
});

it('is none where more would be needed: 1,732 bytes are the most of version 30 at level L', () => {
  expect(qrOf(text(1732))).not.toBeNull();
  expect(qrOf(text(1733))).toBeNull();
});
