/** Three channels of one colour; the name of the variable says in which space. */
export type Triple = readonly [number, number, number];
