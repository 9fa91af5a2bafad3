import sharp from 'sharp';
import { describe, expect, it } from 'vitest';
import { DocumentError } from '#core/errors';
import { decodeCoveragePng, encodeCoveragePng } from '#core/formats/coveragePng';
import { pngChunk, pngWords } from '../tests/fixtures/pngFile';
import { packCoverage, readCoverage } from './coverageFile';

const [WIDTH, HEIGHT] = [37, 21];
const coverage = Uint8Array.from({ length: WIDTH * HEIGHT }, (_, i) => (i * 83) % 256);

describe('coverage as a file', () => {
  it('comes back as it was, whoever packed it and whoever reads it', async () => {
    const packed = await packCoverage(coverage, WIDTH, HEIGHT);
    expect([...(await readCoverage(packed, WIDTH, HEIGHT))]).toEqual([...coverage]);
    expect([...decodeCoveragePng(packed, WIDTH, HEIGHT)]).toEqual([...coverage]);
    const plain = encodeCoveragePng(coverage, WIDTH, HEIGHT);
    expect([...(await readCoverage(plain, WIDTH, HEIGHT))]).toEqual([...coverage]);
  });

  it('is its codes, whatever else stands in the file', async () => {
    const packed = await packCoverage(coverage, WIDTH, HEIGHT);
    const header = 33;
    // A grey that is to be seen through, and a gamma of 1: a decoder for pictures would follow both.
    const extra = Buffer.concat([
      pngChunk('gAMA', pngWords(100_000)),
      pngChunk('tRNS', Buffer.from([0, 83])),
    ]);
    const tagged = Buffer.concat([packed.subarray(0, header), extra, packed.subarray(header)]);
    expect((await sharp(tagged).metadata()).hasAlpha).toBe(true);
    expect([...(await readCoverage(tagged, WIDTH, HEIGHT))]).toEqual([...coverage]);
  });

  it('that is cut, of another size or no PNG is refused', async () => {
    const packed = await packCoverage(coverage, WIDTH, HEIGHT);
    await expect(readCoverage(packed, WIDTH + 1, HEIGHT)).rejects.toThrow(DocumentError);
    await expect(readCoverage(Buffer.from('no picture'), WIDTH, HEIGHT)).rejects.toThrow(DocumentError);
    await expect(
      readCoverage(packed.subarray(0, Math.floor(packed.length / 2)), WIDTH, HEIGHT),
    ).rejects.toThrow(DocumentError);
  });
});
