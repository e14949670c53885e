document.title = 'Jorvan';
