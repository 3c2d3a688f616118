/** All files of a drop, those inside folders too, each with its path. */
export async function droppedFiles(items: DataTransferItemList): Promise<File[]> {
  const entries = [...items]
    .map((item) => item.webkitGetAsEntry())
    .filter((entry) => entry !== null)
  return (await Promise.all(entries.map((entry) => filesOf(entry)))).flat()
}

async function filesOf(entry: FileSystemEntry): Promise<File[]> {
  if (entry.isFile) {
    const file = await new Promise<File>((done, failed) =>
      (entry as FileSystemFileEntry).file(done, failed),
    )
    return [named(file, entry.fullPath.replace(/^\//, ''))]
  }
  const reader = (entry as FileSystemDirectoryEntry).createReader()
  const files: File[] = []
  for (;;) {
    const batch = await new Promise<FileSystemEntry[]>((done, failed) =>
      reader.readEntries(done, failed),
    )
    if (batch.length === 0) return files
    for (const inner of batch) files.push(...(await filesOf(inner)))
  }
}

/** Files chosen by a dialog carry their folder in another place. */
export function chosenFiles(list: FileList): File[] {
  return [...list].map((file) => named(file, file.webkitRelativePath || file.name))
}

function named(file: File, path: string): File {
  return path === file.name
    ? file
    : new File([file], path, { type: file.type, lastModified: file.lastModified })
}
