import { beforeEach, describe, expect, it, vi } from 'vitest';
import { freshPage } from '../../tests/fixtures/page';
import { useView } from './view';

/** 1000 by 800 in a view of 540 by 440 CSS pixels, two device pixels each. */
function openView() {
  vi.stubGlobal('window', {
    devicePixelRatio: 2,
    matchMedia: () => ({ matches: true }),
  });
  vi.stubGlobal('cancelAnimationFrame', () => undefined);
  const view = useView();
  view.resize({ width: 540, height: 440 });
  view.show({ width: 1000, height: 800 });
  return view;
}
beforeEach(() => void freshPage());

describe('the picture in its place', () => {
  it('fits with a margin, in the middle', () => {
    const view = openView();
    expect([view.zoom, view.left, view.top, view.percent]).toEqual([0.5, 20, 20, 100]);
    view.show({ width: 1000, height: 100 });
    expect([view.zoom, view.left]).toEqual([0.5, 20]);
    view.show({ width: 1000, height: 800 });
    expect(view.imageToView({ x: 1000, y: 800 })).toEqual({ x: 520, y: 420 });
  });

  it('zooms about a place that stays, and both ways of converting agree', () => {
    const view = openView();
    const about = { x: 320, y: 240 };
    const held = view.viewToImage(about);
    view.zoomTo(2, about);
    expect(view.viewToImage(about).x).toBeCloseTo(held.x, 9);
    expect(view.viewToImage(about).y).toBeCloseTo(held.y, 9);
    const there = view.viewToImage({ x: 17, y: 33 });
    expect(view.imageToView(there).x).toBeCloseTo(17, 9);
    expect(view.fitted).toBe(false);
  });

  it('turned, every place is found where it is seen, and stays under the hand that zooms or moves it', () => {
    const view = openView();
    view.zoomTo(2);
    view.turn(30);
    const place = view.viewToImage({ x: 60, y: 400 });
    const seen = view.imageToView(place);
    expect([seen.x, seen.y]).toEqual([expect.closeTo(60, 9), expect.closeTo(400, 9)]);
    view.pan(13, -7);
    const moved = view.imageToView(place);
    expect([moved.x, moved.y]).toEqual([expect.closeTo(73, 9), expect.closeTo(393, 9)]);
    const held = view.viewToImage({ x: 200, y: 100 });
    view.turn(-12, { x: 200, y: 100 });
    view.zoomTo(3, { x: 200, y: 100 });
    expect(view.viewToImage({ x: 200, y: 100 }).x).toBeCloseTo(held.x, 9);
    // What is in the middle stays there, however it is turned.
    view.lookAt({ x: 400, y: 300 }, 2);
    view.turn(45);
    expect(view.imageToView({ x: 400, y: 300 }).x).toBeCloseTo(270, 9);
    view.turn(-63);
    expect(view.degrees).toBe(0);
    view.turn(-15);
    expect(view.degrees).toBe(345);
    view.fit();
    expect([view.degrees, view.fitted]).toEqual([0, true]);
  });

  it('never loses the picture: it goes no further than half out of sight, and small ones stay in the middle', () => {
    const view = openView();
    view.zoomTo(2);
    view.pan(99_999, -99_999);
    expect([view.left, view.top]).toEqual([270, 220 - 1600]);
    view.zoomTo(0);
    expect(view.left).toBeCloseTo((540 - 1000 * view.zoom) / 2, 9);
    expect(view.zoom).toBeGreaterThan(0);
    view.zoomTo(1e9);
    expect(view.zoom).toBe(32);
  });

  it('glides to a part and back to where it was; a hand on the picture ends that', () => {
    const view = openView();
    const part = { x: 100, y: 100, width: 100, height: 50 };
    view.glideTo(part);
    const middle = view.viewToImage({ x: 270, y: 220 });
    expect([Math.round(middle.x), Math.round(middle.y), view.zoom]).toEqual([150, 125, 1]);
    view.glideBack();
    expect([view.zoom, view.fitted]).toEqual([0.5, true]);
    // A larger one is seen whole, with room about it.
    view.glideTo({ x: 100, y: 100, width: 400, height: 400 });
    expect(view.zoom).toBeCloseTo(0.72 * (440 / 400), 9);
    view.glideBack();
    view.glideTo(part);
    view.pan(1, 0);
    const { left } = view;
    view.glideBack();
    expect(view.left).toBe(left);
  });

  it('stays fitted when the window changes', () => {
    const view = openView();
    view.resize({ width: 1040, height: 840 });
    expect(view.zoom).toBe(1);
    view.zoomTo(1.5);
    view.resize({ width: 500, height: 400 });
    expect(view.zoom).toBe(1.5);
  });
});
