import { describe, expect, it } from 'vitest';
import { imageFolder, isClip, packFrames, sayDeeper } from './clipFiles';

const picked = (path: string) => Object.assign(new File([], path.split('/').at(-1)!), { at: path });
const pathOf = ({ at }: ReturnType<typeof picked>) => at;

describe('files of shots', () => {
  it('are clips by their type or their ending, and archives of frames', () => {
    const names = ['walk.MOV', 'walk.webm', 'walk.frames.zip', 'sitting.zip', 'marit.jpg'];
    expect(names.map((name) => isClip({ name, type: '' }))).toEqual([true, true, true, false, false]);
    expect(isClip({ name: 'walk', type: 'video/mp4' })).toBe(true);
    expect(sayDeeper('hdr', 'walk.mov')).toContain('“walk.mov” is HDR');
  });

  it('are packed from the images right in a folder, in the order of their numbers', async () => {
    const files = ['walk/10.png', 'walk/9.png', 'walk/notes.txt', 'walk/old/8.png'].map(picked);
    const folder = imageFolder(files, pathOf)!;
    let packed: readonly string[] = [];
    const file = await packFrames(folder, (images) => {
      packed = [...images.keys()];
      return Promise.resolve(new Blob(['zip']));
    });
    expect([file.name, file.size, packed]).toEqual(['walk.frames.zip', 3, ['9.png', '10.png']]);
  });

  it.each([
    ['no images', ['walk/notes.txt']],
    ['files of no folder', ['1.png', '2.png']],
    ['two folders', ['walk/1.png', 'walk/2.png', 'run/1.png']],
    ['a folder and a file', ['walk/1.png', 'walk/2.png', '3.png']],
  ])('are no folder of frames where there are %s', (_, paths) => {
    expect(imageFolder(paths.map(picked), pathOf)).toBe(undefined);
  });
});
