/** The text with its first letter large. */
export function capital(text: string): string {
  return text.charAt(0).toUpperCase() + text.slice(1);
}

/** The text with its first letter small. */
export function lowered(text: string): string {
  return text.charAt(0).toLowerCase() + text.slice(1);
}
