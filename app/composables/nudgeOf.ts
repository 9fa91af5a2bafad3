/** How many steps an arrow key takes: `far` with shift, a tenth with alt. */
export function nudgeOf({ shiftKey, altKey }: KeyboardEvent, far: number): number {
  if (shiftKey) return far;
  return altKey ? 0.1 : 1;
}
