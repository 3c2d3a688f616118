document.title = 'Janua'
