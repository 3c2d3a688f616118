/**
 * The script that a company's page loads: `<script src="https://…/door.js" data-door="help" async></script>`.
 * It hangs a small arch at the lower right, which opens the door in a frame of its own. No style sheet, no cookie.
 */
;(() => {
  const script = document.currentScript as HTMLScriptElement | null
  if (!script) return
  const origin = new URL(script.src).origin
  const key = script.dataset.door ?? 'help'
  const label = script.dataset.label ?? (navigator.language.startsWith('de') ? 'Fragen' : 'Ask us')
  const colour = /^#[0-9a-f]{6}$/i.test(script.dataset.colour ?? '')
    ? script.dataset.colour!
    : '#17506E'
  const narrow = window.matchMedia('(max-width: 480px)')

  const arch = document.createElement('button')
  arch.type = 'button'
  arch.setAttribute('aria-label', label)
  arch.setAttribute('aria-expanded', 'false')
  arch.dataset.janua = 'arch'
  arch.innerHTML =
    '<svg viewBox="0 0 32 40" width="28" height="35" aria-hidden="true"><path d="M4 38V16a12 12 0 0 1 24 0v22" fill="none" stroke="#fff" stroke-width="3" stroke-linecap="round"/><path d="M11 38V18a5 5 0 0 1 5-5l5 3v22z" fill="#D9A441"/></svg>'
  put(arch, {
    position: 'fixed',
    right: '24px',
    bottom: '0',
    width: '64px',
    height: '76px',
    padding: '14px 0 0',
    border: '0',
    cursor: 'pointer',
    zIndex: '2147483000',
    borderRadius: '32px 32px 0 0',
    background: colour,
    boxShadow: '0 4px 22px rgba(20,40,50,.28)',
  })

  let frame: HTMLIFrameElement | undefined

  function makeFrame(): HTMLIFrameElement {
    const made = document.createElement('iframe')
    made.src = `${origin}/door/${encodeURIComponent(key)}?framed=1`
    made.title = label
    made.dataset.janua = 'door'
    put(made, {
      position: 'fixed',
      border: '0',
      zIndex: '2147483001',
      background: '#FFFDF8',
      boxShadow: '0 12px 44px rgba(20,40,50,.30)',
    })
    shape(made)
    document.body.append(made)
    return made
  }

  function shape(target: HTMLIFrameElement): void {
    if (narrow.matches)
      put(target, {
        inset: '0',
        right: '0',
        bottom: '0',
        width: '100%',
        height: '100%',
        borderRadius: '0',
      })
    else
      put(target, {
        inset: 'auto',
        right: '28px',
        bottom: '24px',
        width: '390px',
        height: 'min(640px, calc(100vh - 48px))',
        borderRadius: '195px 195px 10px 10px / 108px 108px 10px 10px',
      })
  }

  const german = navigator.language.startsWith('de')
  const WORDS = german
    ? {
        away: 'Die Hilfe ist auf dieser Seite noch nicht verfügbar.',
        team: 'Sie betreuen diese Seite? So geht es weiter',
        close: 'Schließen',
      }
    : {
        away: 'Help isn’t available on this page yet.',
        team: 'Do you run this site? See what’s missing',
        close: 'Close',
      }
  let notice: HTMLElement | undefined

  /** A door that is not open here is never shown as an empty frame. */
  function tellAway(): void {
    notice?.remove()
    notice = document.createElement('div')
    notice.setAttribute('role', 'status')
    notice.dataset.janua = 'notice'
    put(notice, {
      position: 'fixed',
      right: '24px',
      bottom: '88px',
      maxWidth: '280px',
      padding: '14px 16px',
      zIndex: '2147483001',
      background: '#FFFDF8',
      color: '#1C2A2E',
      border: '1px solid #DDD6C8',
      borderRadius: '8px',
      font: '15px/1.45 system-ui, sans-serif',
      boxShadow: '0 6px 24px rgba(20,40,50,.22)',
    })
    const text = document.createElement('p')
    text.textContent = WORDS.away
    put(text, { margin: '0 0 8px' })
    const link = document.createElement('a')
    link.href = `${origin}/doors?${new URLSearchParams({ embed: key, site: location.origin }).toString()}`
    link.target = '_blank'
    link.rel = 'noopener'
    link.textContent = WORDS.team
    put(link, { color: '#17506E', fontSize: '13px' })
    const shut = document.createElement('button')
    shut.type = 'button'
    shut.textContent = WORDS.close
    put(shut, { display: 'block', marginTop: '10px', font: 'inherit', cursor: 'pointer' })
    shut.addEventListener('click', () => {
      notice?.remove()
      arch.focus()
    })
    notice.append(text, link, shut)
    document.body.append(notice)
    shut.focus()
  }

  async function isOpen(): Promise<boolean> {
    try {
      const answer = await fetch(`${origin}/door/${encodeURIComponent(key)}/embed`)
      return ((await answer.json()) as { state: string }).state === 'open'
    } catch {
      return false
    }
  }

  async function open(): Promise<void> {
    if (!frame && !(await isOpen())) return tellAway()
    notice?.remove()
    frame ??= makeFrame()
    frame.style.display = 'block'
    arch.style.display = 'none'
    arch.setAttribute('aria-expanded', 'true')
    frame.focus()
  }

  function close(): void {
    if (frame) frame.style.display = 'none'
    arch.style.display = 'block'
    arch.setAttribute('aria-expanded', 'false')
    arch.focus()
  }

  arch.addEventListener('click', () => void open())
  document.addEventListener('keydown', (event) => {
    if (event.key !== 'Escape') return
    notice?.remove()
    if (frame && frame.style.display !== 'none') close()
  })
  narrow.addEventListener('change', () => frame && shape(frame))
  window.addEventListener('message', (event) => {
    if (
      event.origin === origin &&
      event.source === frame?.contentWindow &&
      event.data === 'janua:close'
    )
      close()
  })
  document.body.append(arch)

  function put(element: HTMLElement, style: Partial<CSSStyleDeclaration>): void {
    Object.assign(element.style, style)
  }
})()
