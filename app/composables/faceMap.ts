import type { Part } from '#core/document/schema';

/** Drawn on 160 x 178, legs below that, from back to front; what not everybody has shows where it was found. */
export const FACE_MAP: readonly { readonly part: Part; readonly path: string; readonly ifFound?: boolean }[] =
  [
    { part: 'background', path: 'M4 4h152v170H4z' },
    {
      part: 'hair',
      path: 'M80 14c-34 0-47 24-46 52 1 26-3 44-11 66 12 7 27 6 35-2V74h44v56c8 8 23 9 35 2-8-22-12-40-11-66 1-28-12-52-46-52z',
    },
    { part: 'clothes', path: 'M12 174c2-22 18-30 44-36 8 14 40 14 48 0 26 6 42 14 44 36z' },
    {
      part: 'arms',
      path: 'M12 174c2-17 5-24 15-29l9 5c-5 5-7 12-7 24zM148 174c-2-17-5-24-15-29l-9 5c5 5 7 12 7 24z',
      ifFound: true,
    },
    {
      part: 'legs',
      path: 'M52 180h26l-3 40h-17zM108 180h-26l3 40h17z',
      ifFound: true,
    },
    { part: 'neck-limbs', path: 'M63 108v25c-2 3-5 4-8 5 8 15 42 15 50 0-3-1-6-2-8-5v-25z' },
    { part: 'skin', path: 'M80 34c-22 0-32 15-31 37 1 30 14 53 31 53s30-23 31-53c1-22-9-37-31-37z' },
    {
      part: 'beard',
      path: 'M49.500 82c2 25 14 42 30.500 42s28.500-17 30.500-42c-4 8-7 14-13 15-6-2-12-2-17 0-5-2-11-2-17 0-6-1-9-7-14-15zM66 104c5 6 9 8 14 8s9-2 14-8c-5-3-9-4-14-3-5-1-9 0-14 3z',
      ifFound: true,
    },
    {
      part: 'hat',
      path: 'M24 48c18-8 94-8 112 0l-4 5c-20-7-84-7-104 0zM42 44c2-24 16-36 38-36s36 12 38 36c-22-5-54-5-76 0z',
      ifFound: true,
    },
    {
      part: 'brows',
      path: 'M55 66c5-5 13-6 19-3l-1 3c-6-2-12-2-17 2zM105 66c-5-5-13-6-19-3l1 3c6-2 12-2 17 2z',
    },
    { part: 'whites', path: 'M56 76c5-5 13-5 18 0-5 5-13 5-18 0zM86 76c5-5 13-5 18 0-5 5-13 5-18 0z' },
    { part: 'irises', path: 'M65 71.8a4.2 4.2 0 1 0 .01 0zM95 71.8a4.2 4.2 0 1 0 .01 0z' },
    {
      part: 'glasses',
      path: 'M52 68h25v13c-3 5-20 5-24 0zM54.500 70.500v9.500c3 3 17 3 20 0v-9.500zM108 68h-25v13c3 5 20 5 24 0zM105.500 70.500v9.500c-3 3-17 3-20 0v-9.500zM77 70h6v2.500h-6z',
      ifFound: true,
    },
    {
      part: 'jewellery',
      path: 'M47 90a3 3 0 1 0 .010 0zM47 97l2.500 6-2.500 4-2.500-4zM113 90a3 3 0 1 0 .010 0zM113 97l2.500 6-2.500 4-2.500-4zM58 137c8 12 36 12 44 0l2 1.500c-8 14-40 14-48 0zM80 146l3.500 5-3.500 6-3.500-6z',
      ifFound: true,
    },
    { part: 'lips', path: 'M66 104c5-3 9-5 11-5l3 1.500 3-1.500c2 0 6 2 11 5-4 6-9 8-14 8s-10-2-14-8z' },
  ];

/** Where the mark of an unsure part stands. */
export const DOUBT_MARKS: Partial<Record<Part, readonly [number, number]>> = {
  'hair': [42, 40],
  'beard': [66, 116],
  'glasses': [58, 86],
  'jewellery': [118, 102],
  'hat': [110, 20],
  'clothes': [30, 160],
  'skin': [80, 46],
  'irises': [110, 74],
  'whites': [110, 86],
  'lips': [104, 106],
  'brows': [118, 62],
  'neck-limbs': [80, 128],
  'arms': [22, 168],
  'legs': [66, 200],
};
