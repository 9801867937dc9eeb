/** A file as the body of a call that takes one, for {@link client}. */
export function asForm(part: string, file: File) {
  const form = new FormData();
  form.append(part, file);
  return { body: form as never, bodySerializer: (body: unknown) => body as FormData };
}
