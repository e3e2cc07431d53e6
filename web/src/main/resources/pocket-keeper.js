// Keeps the pocket page and its files in the phone, so that it opens when the server is dark. Served with the names of the
// files, which change with their content: a newer set replaces the older one.
const files = FILES;
const name = 'pocket-' + files.join('|').split('').reduce((sum, letter) => (sum * 31 + letter.charCodeAt(0)) | 0, 7);
self.addEventListener('install', (event) => event.waitUntil(caches.open(name).then((kept) => kept.addAll(files)).then(() => self.skipWaiting())));
self.addEventListener('activate', (event) => event.waitUntil(
  caches.keys().then((all) => Promise.all(all.filter((one) => one !== name).map((one) => caches.delete(one)))).then(() => self.clients.claim())));
self.addEventListener('fetch', (event) => {
  if (event.request.method !== 'GET') return;
  const path = new URL(event.request.url).pathname;
  if (files.includes(path)) event.respondWith(caches.match(path).then((kept) => kept || fetch(event.request)));
});
