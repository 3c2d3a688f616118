import { expect } from 'chai'
import InputText from 'primevue/inputtext'
import { defineComponent, h } from 'vue'
import { FakeServer, refusal } from '../testing/fakeServer.ts'
import { mounted } from '../testing/mounted.ts'
import { settled } from '../testing/settled.ts'
import { post } from './api.ts'
import FormField from './FormField.vue'
import { useForm } from './useForm.ts'

describe('a form', () => {
  const server = new FakeServer()
  let page: ReturnType<typeof mounted>
  let form: ReturnType<
    typeof useForm<{ title: string; key: string }, { id: number }, { ready?: boolean }>
  >
  const Page = defineComponent(() => {
    form = useForm(
      () => ({ title: '', key: '' }),
      (body) => post('/doors', body),
    )
    const field = (name: 'title' | 'key', hint?: string) =>
      h(FormField, { label: name, hint, fault: form.faults.value[name] }, () =>
        h(InputText, {
          name,
          modelValue: form.values.value[name],
          'onUpdate:modelValue': (value: string | undefined) =>
            (form.values.value[name] = value ?? ''),
        }),
      )
    return () => h('form', [field('title'), field('key', 'Small letters')])
  })
  const control = (name: string) => page.get<HTMLInputElement>(`[name="${name}"]`)
  const refused = (...findings: { path: (string | number)[]; message: string }[]) =>
    server.on('POST', '/doors', () =>
      refusal(422, { code: 'INVALID', message: 'Please look at this again.', detail: findings }),
    )
  beforeEach(() => {
    server.listen()
    page = mounted(Page)
  })
  afterEach(() => page.unmount())

  it('sends what was typed, and what is said beside it', async () => {
    server.on('POST', '/doors', () => ({ id: 7 }))
    await control('title').setValue('Help')
    expect(await form.submit('Added', { ready: true })).to.eql({ id: 7 })
    expect(server.changes[0]!.body).to.eql({ title: 'Help', key: '', ready: true })
  })
  it('says at its field what the server finds wrong, and to who hears the page as well', async () => {
    refused({ path: ['key'], message: '“key” must be a word' })
    expect(await form.submit()).to.equal(undefined)
    await settled()
    expect(page.findAll('[data-test="fault"]').map((each) => each.text())).to.eql([
      'Must be a word',
    ])
    expect(control('key').attributes('aria-invalid')).to.equal('true')
    expect(control('title').attributes('aria-invalid')).to.equal('false')
    const about = control('key').attributes('aria-describedby')!
    expect(page.get(`[id="${about}"]`).text()).to.equal('Must be a word')
  })
  it('keeps what was typed, and takes a fault back once its own field is changed', async () => {
    await control('title').setValue('Help')
    refused(
      { path: ['key'], message: '“key” is not allowed to be empty' },
      { path: ['title'], message: '“title” is taken' },
    )
    await form.submit()
    await control('key').setValue('help')
    await settled()
    expect(Object.keys(form.faults.value)).to.eql(['title'])
    expect(control('title').element.value).to.equal('Help')
  })
  it('shows a hint until there is something wrong', async () => {
    expect(page.text()).to.include('Small letters')
    refused({ path: ['key'], message: '“key” must be a word' })
    await form.submit()
    await settled()
    expect(page.text()).not.to.include('Small letters')
  })
  it('takes a list as one field, whichever entry is wrong', async () => {
    refused({ path: ['says', 3], message: '“says[3]” is too long' })
    await form.submit()
    expect(form.faults.value).to.eql({ says: 'Is too long' })
  })
  it('has no faults of fields when it was refused for something else', async () => {
    server.on('POST', '/doors', () => refusal(409, { code: 'DOOR_KEY_TAKEN' }))
    expect(await form.submit()).to.equal(undefined)
    expect(form.faults.value).to.eql({})
    expect(form.busy.value).to.equal(false)
  })
  it('begins afresh, or with what is given', async () => {
    await control('title').setValue('Help')
    form.reset()
    expect(form.values.value).to.eql({ title: '', key: '' })
    form.reset({ title: 'Booking', key: 'booking' })
    await settled()
    expect(control('title').element.value).to.equal('Booking')
  })
})
