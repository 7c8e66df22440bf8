// Files on their way in and out.

/** The fields of a form that holds a file, in the shape that a call takes. */
export function formWith<K extends string>(fields: Record<K, string | Blob>) {
  const form = new FormData();
  for (const [name, value] of Object.entries<string | Blob>(fields)) form.append(name, value);
  // a file is a string in the server's description
  return { body: fields as Record<K, string>, bodySerializer: () => form };
}

/** Let the browser keep bytes as a file. */
export function saveAs(blob: Blob, name: string): void {
  const link = globalThis.document.createElement('a');
  link.href = URL.createObjectURL(blob);
  link.download = name;
  link.click();
  setTimeout(() => URL.revokeObjectURL(link.href), 10_000);
}
