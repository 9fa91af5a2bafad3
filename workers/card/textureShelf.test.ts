import { describe, expect, it } from 'vitest';
import { TextureShelf } from './textureShelf';

function shelfOf(mostBytes: number) {
  const dropped: unknown[] = [];
  const shelf = new TextureShelf(mostBytes, (texture) => dropped.push(texture));
  let made = 0;
  const get = (of: string, version = 0, bytes = 10) =>
    shelf.get(of, version, () => {
      made++;
      return { texture: `${of}${version}` as unknown as WebGLTexture, bytes };
    });
  return { shelf, get, dropped, count: () => made };
}

describe('textures of a card', () => {
  it('are made once, and anew when what they are made of has changed', () => {
    const { get, dropped, count } = shelfOf(100);
    expect([get('table'), get('table'), count()]).toEqual(['table0', 'table0', 1]);
    expect([get('table', 1), count()]).toEqual(['table1', 2]);
    expect(dropped).toEqual(['table0']);
  });

  it('go when there are too many, those not asked for longest first, and not while a picture is drawn', () => {
    const { shelf, get, dropped } = shelfOf(25);
    get('one');
    get('two');
    get('one');
    get('three');
    expect(dropped).toEqual([]);
    shelf.trim();
    expect(dropped).toEqual(['two0']);
    get('large', 0, 40);
    shelf.trim();
    expect(dropped).toEqual(['two0', 'one0', 'three0', 'large0']);
  });
});
