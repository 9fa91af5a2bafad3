/** Fields that nothing is typed into. */
const PRESSED = ['checkbox', 'radio', 'range', 'color', 'button', 'file'];

/** Whether a key press belongs to a field. */
export function isTyping(target: EventTarget | null): boolean {
  if (target instanceof HTMLInputElement) return !PRESSED.includes(target.type);
  return (
    target instanceof HTMLElement &&
    (target.isContentEditable || ['TEXTAREA', 'SELECT'].includes(target.tagName))
  );
}
