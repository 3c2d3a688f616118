import { expect } from 'chai'
import { spawnSync } from 'node:child_process'
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { readQuestion } from './question.ts'

describe('a line of questions', () => {
  it('is a question, or JSON with one', () => {
    expect(readQuestion('Where is the pier?', 3)).to.eql({
      id: 3,
      question: 'Where is the pier?',
      conversation: [],
    })
    expect(
      readQuestion(
        '{"id":"a","question":"why?","conversation":["x",{"text":"y","author":"visitor"},{"text":"z","author":"agent"}]}',
        1,
      ),
    ).to.eql({ id: 'a', question: 'why?', conversation: ['x', 'y'] })
  })
  it('that is neither is named', () => {
    expect(readQuestion('{"id":1}', 1)).to.eql({ because: 'it has no "question"' })
    expect(readQuestion('{oops', 1)).to.eql({ because: 'the line begins like JSON, but is none' })
    expect(readQuestion('{"question":"a","conversation":"b"}', 1)).to.eql({
      because: '"conversation" is not a list',
    })
  })
})

describe('npm run ask', () => {
  const folder = mkdtempSync(join(tmpdir(), 'janua-ask-'))
  after(() => rmSync(folder, { recursive: true }))
  const ask = (args: string[], input = '') => {
    const run = spawnSync(
      process.execPath,
      ['--import', 'tsx', join(import.meta.dirname, 'run.ts'), ...args],
      { input, encoding: 'utf8', cwd: join(import.meta.dirname, '..') },
    )
    return {
      ...run,
      answers: run.stdout
        .split('\n')
        .filter(Boolean)
        .map((line) => JSON.parse(line) as Record<string, any>),
    }
  }
  before(() => {
    writeFileSync(
      join(folder, 'boats.md'),
      '# Boats\n\n## Night boat\n\nThe night boat sails at 23:15 on Fridays.\n\n## First boat\n\n| Day | Sails |\n| --- | --- |\n| Mon–Sat | 6:30 |\n| Sunday | 9:10 |\n',
    )
    writeFileSync(
      join(folder, 'pets.html'),
      '<html><body><h1>Pets on board</h1><p>Dogs travel on a lead and pay 4.50.</p></body></html>',
    )
    writeFileSync(join(folder, 'empty.md'), '')
  })
  it('answers from any file it can read, with file, heading and passage, and names what it could not read', () => {
    const { answers, stderr, status } = ask(
      ['--content', folder, '--now', '2026-11-28T10:00:00Z', '--threshold', '0.2'],
      'pets on board\nWhen is the first boat tomorrow?\nthanks\n',
    )
    expect(status).to.equal(0)
    expect(stderr).to.include('empty.md: the file is empty')
    expect(answers.map(({ outcome }) => outcome)).to.eql(['answered', 'answered', 'small talk'])
    expect(answers[0]!.sources).to.eql([
      {
        file: 'pets.html',
        heading: 'Pets on board',
        passage: 'Dogs travel on a lead and pay 4.50.',
      },
    ])
    expect(answers[1]!.answer).to.include('9:10').and.not.include('6:30')
    expect(answers[0]!.candidates[0]).to.have.all.keys('file', 'heading', 'confidence', 'parts')
  })
  it('says in plain words what is wrong with how it was called', () => {
    expect(ask([]).stderr).to.include('--content DIR')
    expect(ask(['--content', join(folder, 'nowhere')])).to.include({ status: 1 })
    expect(ask(['--content', folder, '--now', 'soon']).stderr).to.include('“soon” is not a time')
    expect(ask(['--content', folder, '--threshold', '7']).stderr).to.include('between 0 and 1')
  })
  it('ends with 2 when nothing could be read', () => {
    const bare = mkdtempSync(join(tmpdir(), 'janua-ask-'))
    expect(ask(['--content', bare], 'x\n').status).to.equal(2)
    rmSync(bare, { recursive: true })
  })
}).timeout(60_000)

describe('npm run check', () => {
  const folder = mkdtempSync(join(tmpdir(), 'janua-check-'))
  const list = join(folder, 'list.csv')
  after(() => rmSync(folder, { recursive: true }))
  const check = (csv: string, args: string[] = []) => {
    writeFileSync(list, csv)
    return spawnSync(
      process.execPath,
      [
        '--import',
        'tsx',
        join(import.meta.dirname, 'check.ts'),
        '--content',
        join(folder, 'content'),
        '--checks',
        list,
        '--threshold',
        '0.2',
        ...args,
      ],
      { encoding: 'utf8', cwd: join(import.meta.dirname, '..') },
    )
  }
  before(() => {
    mkdirSync(join(folder, 'content'))
    writeFileSync(
      join(folder, 'content', 'pets.md'),
      '# Pets on board\n\n## Dogs\n\nDogs travel on a lead and pay 4.50.\n\n## Cats\n\nCats stay in their box.\n',
    )
    writeFileSync(
      join(folder, 'content', 'boats.md'),
      '# Boats\n\nThe night boat sails at 23:15 on Fridays.\n',
    )
  })
  it('passes with 0, and says how many', () => {
    const { status, stdout } = check(
      'question,before,expects,source,contains\nPets on board: dogs,,answer,pets.md,4.50\nand cats?,Pets on board: dogs,answer,Pets on board,box\nquantum helicopter,,does not know,,\n',
    )
    expect({ status, stdout }).to.eql({ status: 0, stdout: '3 of 3 checks pass.\n' })
  })
  it('fails with 1 and a list that can be read', () => {
    const { status, stdout } = check(
      'question,expects,source,contains\nPets on board: dogs,answer,Boats,free\nquantum helicopter,perhaps,,\nnight boat,answer,Trains,\n',
    )
    expect(status).to.equal(1)
    expect(stdout).to.equal(
      'row 2: Pets on board: dogs\n    should come from “Boats”, not from “Pets on board”\n    does not say “free”\nrow 3\n    “perhaps” is none of answer, does not know, asks back, declines, small talk, anything\nrow 4: night boat\n    nothing in the folder is called “Trains”\n0 of 3 checks pass.\n',
    )
  })
  it('prints JSON when asked, and says what it is for when called wrongly', () => {
    expect(JSON.parse(check('question\nPets on board: dogs\n', ['--json']).stdout)).to.eql({
      row: 2,
      question: 'Pets on board: dogs',
      problems: [],
      passed: true,
    })
    expect(check('question\n"open').stderr).to.include(
      'a quotation mark is opened and never closed',
    )
    const bare = spawnSync(
      process.execPath,
      ['--import', 'tsx', join(import.meta.dirname, 'check.ts')],
      { encoding: 'utf8', cwd: join(import.meta.dirname, '..') },
    )
    expect([bare.status, bare.stderr]).to.satisfy(
      ([status, said]: [number, string]) => status === 1 && said.includes('--checks FILE.csv'),
    )
  })
}).timeout(60_000)

describe('npm run topics', () => {
  const folder = mkdtempSync(join(tmpdir(), 'janua-topics-'))
  const list = join(folder, 'questions.txt')
  after(() => rmSync(folder, { recursive: true }))
  const topics = (args: string[]) =>
    spawnSync(
      process.execPath,
      ['--import', 'tsx', join(import.meta.dirname, 'topics.ts'), ...args],
      { encoding: 'utf8', cwd: join(import.meta.dirname, '..') },
    )
  before(() =>
    writeFileSync(
      list,
      'is my dog allowed on board\nare dogs allowed on board\nIs my dog allowed?\nis there wifi\nwifi anywhere?\nis there wifi\n{"id":"x","question":"mail me at osk@mail.example about the wifi"}\n',
    ),
  )
  it('gives each question its topic, label and samples, with private data masked', () => {
    const { stdout, status } = topics(['--questions', list, '--json'])
    const rows = stdout
      .trim()
      .split('\n')
      .map(
        (line) =>
          JSON.parse(line) as {
            id: number | string
            topic: string
            label: string
            question: string
            samples: string[]
          },
      )
    expect(status).to.equal(0)
    expect(rows).to.have.length(7)
    expect(rows[0]!.topic).to.equal(rows[1]!.topic)
    expect(rows[3]!.topic)
      .to.equal(rows[4]!.topic)
      .and.equal(rows[5]!.topic)
      .and.not.equal(rows[0]!.topic)
    expect(rows[3]!.label).to.match(/wifi/i)
    expect(rows[6]!.question).not.to.include('osk@')
  })
  it('lists topics with the most asked first, and says what it is for when called wrongly', () => {
    expect(topics(['--questions', list]).stdout)
      .to.match(/^ {4}[34] {2}[^]*\n {4}3 {2}/)
      .and.match(/^ {4}[34] {2}.*ifi/m)
    expect(topics([]).stderr).to.include('npm run topics -- --questions FILE')
    expect(topics(['--questions', join(folder, 'none')])).to.include({
      status: 1,
      stderr: `There is no file ${join(folder, 'none')}.\n`,
    })
  })
}).timeout(60_000)
