const STYLE = `body{font:15px/1.5 system-ui,sans-serif;margin:0;background:#F6F3EC;color:#1C2A2E}main{display:grid;grid-template-columns:340px 1fr;min-height:100vh}
nav{border-right:1px solid #DDD6C8;overflow:auto}nav a{display:block;padding:10px 16px;border-bottom:1px solid #DDD6C8;color:inherit;text-decoration:none}nav a.open{background:#FFFDF8}
small{color:#5C6A6C;display:block}article{padding:24px;max-width:680px}pre{font:inherit;white-space:pre-wrap;background:#FFFDF8;border:1px solid #DDD6C8;padding:14px}textarea{font:inherit;width:100%;box-sizing:border-box}
button{font:600 14px system-ui;padding:8px 14px;background:#17506E;color:#fff;border:0;border-radius:6px}h1{font-size:18px;padding:14px 16px;margin:0}`

/** The mails that came, the newest first, with the open one and a form to answer it. */
export function page(mails, { open, note }) {
  const shown = mails.find(({ id }) => id === open)
  const list = [...mails]
    .reverse()
    .map(
      ({ id, to, subject, at, answers }) =>
        `<a href="?mail=${id}" class="${id === open ? 'open' : ''}"><strong>${safe(subject)}</strong><small>to ${safe(to)} · ${at.toISOString().slice(11, 16)}${answers.length ? ' · answered' : ''}</small></a>`,
    )
  return `<!doctype html><html lang="en"><meta charset="utf-8"><title>Mail (simulator)</title><style>${STYLE}</style><main><nav><h1>Mail (simulator)</h1>${list.join('') || '<p style="padding:0 16px">No mail came yet.</p>'}</nav><article>${note ? `<p role="status"><strong>${safe(note)}</strong></p>` : ''}${shown ? letter(shown) : ''}</article></main></html>`
}

function letter({ id, from, to, subject, text, answers }) {
  const before = answers
    .map((answer) => `<small>answered</small><pre>${safe(answer)}</pre>`)
    .join('')
  return `<h2>${safe(subject)}</h2><small>from ${safe(from)} to ${safe(to)}</small><pre>${safe(text)}</pre>${before}<form method="post" action="?mail=${id}"><input type="hidden" name="mail" value="${id}"><label>Answer as ${safe(to)}<textarea name="text" rows="5" required></textarea></label><p><button>Send the answer</button></p></form>`
}

function safe(text) {
  return String(text).replace(
    /[&<>"']/g,
    (sign) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;', "'": '&#39;' })[sign],
  )
}
