// What was pressed and not yet taken by the server: any number, in order, through reloads and a closed browser. It is kept
// for the person who pressed and for the outage it was said of; nobody else's page sends it.
(() => {
  const KEY = 'unsent';
  // another page of this browser that has begun to send an entry and never ended leaves it to the next after this long
  const CLAIMED_MS = 15000;
  // what could not be sent for a day is of another day
  const DAY_MS = 24 * 3600000;

  let claimed = null;

  const read = () => { try { return JSON.parse(localStorage.getItem(KEY) || '[]'); } catch (broken) { return []; } };
  const write = (entries) => { if (entries.length) localStorage.setItem(KEY, JSON.stringify(entries)); else localStorage.removeItem(KEY); };
  const here = () => document.querySelector('#frame')?.dataset || {};
  const mine = (entry) => entry.who === here().who;

  // the same press again: the same thing done to the same thing, whatever was typed with it
  const DOES = ['action', 'circuit', 'off', 'on', 'room', 'goal', 'cause', 'sign', 'check', 'point', 'place', 'name', 'role'];
  const meansOf = (to, body) => [to, ...DOES.map((name) => body.getAll(name).join())].join('|');

  window.outbox = {
    // keeps it; a press that means the same as one that still waits takes its place, and one that is on its way stands
    put(to, body, what) {
      const entries = read();
      const means = meansOf(to, body);
      const same = entries.find((entry) => mine(entry) && entry.means === means);
      if (same && same.claimed) return;
      if (same) same.body = body.toString();
      else entries.push({ id: crypto.getRandomValues(new Uint32Array(2)).join('-'), at: Date.now(), who: here().who, outage: here().outage || '', to, means, what, body: body.toString() });
      write(entries);
    },
    waiting: () => read().filter(mine),
    // the first that may be sent from this page, claimed for it
    next() {
      const entries = read();
      const first = entries.find(mine);
      if (!first || first.claimed > Date.now() - CLAIMED_MS) return null;
      first.claimed = Date.now();
      claimed = first.id;
      write(entries);
      return first;
    },
    // of another outage, or of another day: it means nothing any more
    past: (entry) => entry.outage !== (here().outage || '') || Date.now() - entry.at > DAY_MS,
    release(id) { write(read().map((entry) => entry.id === id ? { ...entry, claimed: 0 } : entry)); },
    drop(id) { write(read().filter((entry) => entry.id !== id)); },
    // what was pressed after it, on a page that knew of nothing newer than what this person has done since
    goOn(seen, aloneSince) {
      write(read().map((entry) => {
        const body = new URLSearchParams(entry.body);
        if (!mine(entry) || !body.has('seen') || Number(body.get('seen')) < aloneSince) return entry;
        body.set('seen', seen);
        return { ...entry, body: body.toString() };
      }));
    },
  };
  // what a page was sending when it went is sent by the next
  addEventListener('pagehide', () => { if (claimed) window.outbox.release(claimed); });
})();
