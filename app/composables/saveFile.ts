/** Lets the browser save a text or bytes as a file. */
export function saveFile(name: string, text: string | ArrayBuffer, type: string): void {
  const link = document.createElement('a')
  link.href = URL.createObjectURL(new Blob([text], { type }))
  link.download = name
  link.click()
  URL.revokeObjectURL(link.href)
}
