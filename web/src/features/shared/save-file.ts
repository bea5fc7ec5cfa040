/** Has the browser save something as a file of a name. */
export function saveFile(content: BlobPart, name: string, type = "application/octet-stream"): void {
  const link = document.createElement("a");
  link.href = URL.createObjectURL(new Blob([content], { type }));
  link.download = name;
  link.click();
  URL.revokeObjectURL(link.href);
}

/** The name that an answer gives its file (RFC 6266, `filename*`). */
export function nameInAnswer(headers: Headers): string {
  const [, encoded] = /filename\*=UTF-8''([^;]+)/.exec(headers.get("content-disposition") ?? "") ?? [];
  return encoded === undefined ? "hemstitch" : decodeURIComponent(encoded);
}
