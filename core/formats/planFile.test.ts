import { describe, expect, it } from 'vitest';
import { KINDS } from '#kinds/registry.gen';
import { areaNamed, sitterWith } from '../../tests/fixtures/documents';
import { mark, step } from '../../tests/fixtures/plans';
import { newPhoto } from '../document/commands';
import { DOCUMENT_VERSION } from '../document/schema';
import { CoreError } from '../errors';
import { makePlanFile, parsePlanFile } from './planFile';

const area = areaNamed('area', 'hair', [mark('ellipse', { x: 5, y: 5, radiusX: 3, radiusY: 2 })]);
const photo = {
  ...newPhoto({ id: 'a'.repeat(64), file: 'a.jpg', width: 10, height: 10 }),
  areas: [area],
  plan: [step('clear', { brighten: 0.5, clear: 1 })],
};
const plan = { schema: DOCUMENT_VERSION, photo, coverage: {} };
const text = (change: (copy: typeof plan) => unknown) => JSON.stringify(change(structuredClone(plan)));
const faultOf = (written: string) => {
  try {
    parsePlanFile(written, KINDS);
  } catch (error) {
    return error instanceof CoreError ? String(error.fields.reason) : `unexpected ${String(error)}`;
  }
  return 'accepted';
};

describe('a plan file from anywhere', () => {
  it('is read with or without a byte-order mark', () => {
    expect(parsePlanFile(JSON.stringify(plan), KINDS)).toEqual(plan);
    expect(parsePlanFile(`\uFEFF${JSON.stringify(plan)}`, KINDS)).toEqual(plan);
  });

  it('says nothing of who the sitters are, nor how they are told', () => {
    const sitter = sitterWith(
      's',
      { x: 1, y: 1, width: 4, height: 5 },
      { person: 'p', likeness: { face: 'ab'.repeat(128), hair: null, clothes: null } },
    );
    const made = makePlanFile({ ...photo, sitters: [sitter] }, {});
    expect(made.photo.sitters).toEqual([{ ...sitter, person: null, likeness: null }]);
    expect(parsePlanFile(JSON.stringify(made), KINDS)).toEqual(made);
  });

  it.each<[string, string, string]>([
    ['an unknown field', text((copy) => ({ ...copy, script: 'x' })), 'invalid'],
    [
      'an unknown field deep within',
      text((copy) => ({ ...copy, photo: { ...copy.photo, areas: [{ ...area, onload: 'x' }] } })),
      'invalid',
    ],
    ['a number that is none', JSON.stringify(plan).replace('"brighten":0.5', '"brighten":NaN'), 'not-json'],
    ['a number beyond all', JSON.stringify(plan).replace('"brighten":0.5', '"brighten":1e999'), 'invalid'],
    ['a version of zero', text((copy) => ({ ...copy, schema: 0 })), 'invalid'],
    ['a version below zero', text((copy) => ({ ...copy, schema: -5 })), 'invalid'],
    ['half a version', text((copy) => ({ ...copy, schema: 2.5 })), 'invalid'],
    ['a version as a word', text((copy) => ({ ...copy, schema: '3' })), 'invalid'],
    ['the future', text((copy) => ({ ...copy, schema: 99 })), 'from-the-future'],
    [
      'ids that stand twice',
      text((copy) => ({ ...copy, photo: { ...copy.photo, plan: [...copy.photo.plan, ...copy.photo.plan] } })),
      'invalid',
    ],
    ['no photo', '{"schema":3}', 'invalid'],
    ['a list', '[]', 'invalid'],
    ['a number', '5', 'invalid'],
    ['null', 'null', 'invalid'],
    ['nothing', '', 'not-json'],
    ['nests without end', '['.repeat(200_000), 'not-json'],
    ['coverage that is no base64', text((copy) => ({ ...copy, coverage: { area: '<>' } })), 'invalid'],
  ])('is refused for %s', (_, written, fault) => {
    expect(faultOf(written)).toBe(fault);
  });

  it('changes nothing but itself by names that objects are born with', () => {
    const hostile = JSON.stringify(plan).replace(
      '"coverage":{}',
      '"coverage":{"__proto__":"AAAA","constructor":"AAAA"},"__proto__":{"polluted":true}',
    );
    expect(['accepted', 'invalid']).toContain(faultOf(hostile));
    expect(({} as { polluted?: boolean }).polluted).toBeUndefined();
  });

  it('of nests as deep as they are long says so, and stays standing', () => {
    const deep = `${'{"a":'.repeat(200_000)}1${'}'.repeat(200_000)}`;
    expect(faultOf(JSON.stringify(plan).replace('"brighten":0.5', `"brighten":${deep}`))).toMatch(
      /^(invalid|not-json)$/,
    );
  });
});
