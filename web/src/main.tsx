document.body.textContent="building";
