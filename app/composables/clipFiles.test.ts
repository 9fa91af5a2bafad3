import { describe, expect, it } from 'vitest';
import { isClip, packFrames, sayDeeper } from './clipFiles';

const picked = (path: string) => ({ name: path.split('/').at(-1)!, webkitRelativePath: path });

describe('files of shots', () => {
  it('are clips by their type or their ending, and archives of frames', () => {
    const names = ['walk.MOV', 'walk.webm', 'walk.frames.zip', 'sitting.zip', 'marit.jpg'];
    expect(names.map((name) => isClip({ name, type: '' }))).toEqual([true, true, true, false, false]);
    expect(isClip({ name: 'walk', type: 'video/mp4' })).toBe(true);
    expect(sayDeeper('hdr', 'walk.mov')).toContain('“walk.mov” is HDR');
  });

  it('are packed from the images right in a folder, in the order of their numbers', async () => {
    const files = ['walk/10.png', 'walk/9.png', 'walk/notes.txt', 'walk/old/8.png'].map(picked);
    let packed: readonly string[] = [];
    const file = await packFrames(files, (images) => {
      packed = [...images.keys()];
      return Promise.resolve(new Blob(['zip']));
    });
    expect([file.name, file.size, packed]).toEqual(['walk.frames.zip', 3, ['9.png', '10.png']]);
  });

  it('are refused where a folder holds no images', async () => {
    const pack = packFrames([picked('walk/notes.txt')], () => Promise.resolve(new Blob()));
    await expect(pack).rejects.toMatchObject({ reason: 'no-frames', fields: { file: 'walk' } });
  });
});
