/** Bytes as people say them (IEC 80000-13). */
export function spelt(bytes: number): string {
  if (bytes < 1024) return `${bytes} B`;
  const unit = bytes < 1024 ** 2 ? 1 : bytes < 1024 ** 3 ? 2 : 3;
  const amount = bytes / 1024 ** unit;
  return `${amount < 10 ? amount.toFixed(1) : Math.round(amount)} ${["KiB", "MiB", "GiB"][unit - 1]}`;
}

/** The radius of a circle whose area stands for the bytes, between what can be seen and what fits. */
export function radius(bytes: number, largest: number): number {
  return 24 + 36 * Math.sqrt(bytes / Math.max(1, largest));
}

/** How many rows a table has, as far as the database knows. */
export function rowsOf(table: { rows?: number | null }): string {
  return table.rows == null ? "rows not counted yet" : `about ${table.rows.toLocaleString()} rows`;
}
