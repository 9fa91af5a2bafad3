/** A text as it stands in XML and HTML, between tags or in quotes; control characters become spaces. */
export function escapeMarkup(text: string): string {
  return text.replace(/[&<>"'\p{Cc}]/gu, (c) => (c < ' ' ? ' ' : `&#${c.charCodeAt(0)};`));
}
