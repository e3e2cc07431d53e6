// In a file that was taken along: everything that the page would fetch is in it.
{
  const carried = JSON.parse(document.getElementById('carried').textContent);
  window.pocketFile = {
    snapshot: { local: Date.now(), ...carried.snapshot },
    words: carried.words,
    worker: () => URL.createObjectURL(new Blob([carried.worker], { type: 'text/javascript' })),
    parts: () => ({ bytes: Uint8Array.from(atob(carried.core), (letter) => letter.charCodeAt(0)).buffer }),
  };
}
