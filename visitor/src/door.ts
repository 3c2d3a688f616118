(() => undefined)()
