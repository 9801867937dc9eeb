/** A file, and what is said of it, as the body of a call that takes one, for {@link client}. */
export function asForm(part: string, file: File, more: Record<string, string> = {}) {
  const form = new FormData();
  form.append(part, file);
  for (const [name, value] of Object.entries(more)) form.append(name, value);
  return { body: form as never, bodySerializer: (body: unknown) => body as FormData };
}
