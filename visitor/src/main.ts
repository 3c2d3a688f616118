document.title = 'door'
