/** How many steps an arrow key or a turn of the wheel takes: `far` with shift, a tenth with alt. */
export function nudgeOf({ shiftKey, altKey }: Pick<MouseEvent, 'shiftKey' | 'altKey'>, far: number): number {
  if (shiftKey) return far;
  return altKey ? 0.1 : 1;
}
