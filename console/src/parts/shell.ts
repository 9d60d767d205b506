/** One argument of a command, as every POSIX shell takes it. */
export function argument(text: string): string {
  return /^[\w@%+=:,./-]+$/.test(text) ? text : `'${text.replaceAll("'", String.raw`'\''`)}'`;
}
