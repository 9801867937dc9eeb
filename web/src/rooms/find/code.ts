/** Where a printed code leads on this page, whatever address it was printed with; empty if it is none of Molvet’s. */
export function destination(text: string): string {
  try {
    const { protocol, pathname, hash } = new URL(text.trim());
    if (!/^https?:$/.test(protocol)) return "";
    return /^\/(m\/\d{1,9}|c\/\d{1,18}\/\d{1,4})$/.test(pathname) ? pathname + hash : "";
  } catch {
    return "";
  }
}
