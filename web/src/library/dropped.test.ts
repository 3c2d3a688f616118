import { expect } from 'chai'
import { chosenFiles, droppedFiles } from './dropped.ts'

/** A folder as browsers hand it over: entries are read in batches until an empty one comes. */
function folder(name: string, children: object[], path = `/${name}`): object {
  const batches = [children.slice(0, 2), children.slice(2), []].filter(
    (batch, i, all) => batch.length > 0 || i === all.length - 1,
  )
  return {
    isFile: false,
    fullPath: path,
    createReader: () => ({
      readEntries: (done: (entries: object[]) => void) => done(batches.shift() ?? []),
    }),
  }
}
const file = (path: string) => ({
  isFile: true,
  fullPath: path,
  file: (done: (file: File) => void) => done(new File(['text'], path.split('/').at(-1)!)),
})
const items = (...entries: (object | null)[]) =>
  entries.map((entry) => ({ webkitGetAsEntry: () => entry })) as unknown as DataTransferItemList

describe('dropped files', () => {
  it('come with their paths, from folders within folders and in all batches', async () => {
    const inner = folder('deep', [file('/help/deep/d.md')], '/help/deep')
    const files = await droppedFiles(
      items(
        file('/single.txt'),
        folder('help', [file('/help/a.md'), file('/help/b.md'), file('/help/c.md'), inner]),
      ),
    )
    expect(files.map(({ name }) => name)).to.eql([
      'single.txt',
      'help/a.md',
      'help/b.md',
      'help/c.md',
      'help/deep/d.md',
    ])
  })
  it('are none when something else was dropped', async () =>
    expect(await droppedFiles(items(null))).to.eql([]))
  it('keep their folder when they were chosen by a dialog', () => {
    const chosen = Object.assign(new File(['x'], 'a.md'), {})
    Object.defineProperty(chosen, 'webkitRelativePath', { value: 'help/a.md' })
    expect(
      chosenFiles([chosen, new File(['x'], 'b.md')] as unknown as FileList).map(({ name }) => name),
    ).to.eql(['help/a.md', 'b.md'])
  })
})
