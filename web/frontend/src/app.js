// What the browser adds to pages that work without it: keys, running timers, live updates. No rule of the job is here.
document.addEventListener('alpine:init', () => {
  const typing = (target) => target.closest('input, textarea, select');
  const pages = { 1: '/now', 2: '/swap', 3: '/meter', 4: '/rotate', 5: '/house', 7: '/logbook' };

  // Keys and live updates belong to the whole page. They are no components: these would have all of the page walked through
  // before it takes its first touch.
  const keys = {
    begin() {
      window.addEventListener('keydown', (event) => this.press(event));
      document.addEventListener('click', (event) => {
        if (event.target.closest('[data-show-keys]')) this.dialog().showModal();
        if (event.target.closest('[data-hide-keys]')) this.dialog().close();
      });
      document.documentElement.dataset.keys = 'ready';
    },
    dialog() { return document.querySelector('dialog[data-keys]'); },
    press(event) {
      if (event.ctrlKey || event.metaKey || event.altKey || typing(event.target)) return;
      const dialog = this.dialog();
      if (pages[event.key]) {
        location.href = pages[event.key];
      } else if (event.key === ' ' || event.key === 'Enter') {
        if (event.target.closest('button, a, summary')) return;
        this.click('[data-key="done"]', event);
      } else if (event.key === 'Backspace') {
        this.click('[data-key="undo"]', event);
      } else if (event.key === '.') {
        this.click('[data-key="not-so"]', event);
      } else if (event.key === '!') {
        this.click('[data-key="make-safe"]', event);
      } else if (event.key === 'r') {
        this.click('[data-key="replan"]', event);
      } else if (event.key === 'n') {
        const next = document.querySelector('[data-key="next-move"]');
        if (next) { event.preventDefault(); next.scrollIntoView({ block: 'center' }); next.focus(); }
      } else if (event.key === '/') {
        const find = document.querySelector('[data-find]');
        if (find) { event.preventDefault(); find.focus(); }
      } else if (event.key === 't') {
        this.click('[data-key="theme"]', event);
      } else if (event.key === 'm') {
        const field = document.querySelector('.reading input[type=text]');
        if (field) { event.preventDefault(); field.focus(); }
      } else if (event.key === '?' && dialog) {
        dialog.open ? dialog.close() : dialog.showModal();
      }
    },
    click(selector, event) {
      const button = document.querySelector(selector);
      if (button) { event.preventDefault(); button.click(); }
    },
  };

  // counts down to a time of the server's clock; at its end the page asks again, and rings if it may
  Alpine.data('timer', () => ({
    text: '',
    rest: 'to go',
    rung: null,
    init() {
      const data = this.$el.dataset;
      const tick = () => {
        const ahead = Number(data.now) - this.readAt(data.now);
        const left = Math.max(0, Math.round((Number(data.until) - Date.now() - ahead) / 1000));
        const over = left === 0;
        const two = (number) => String(number).padStart(2, '0');
        this.text = over ? 'Time is up'
          : left >= 3600 ? Math.floor(left / 3600) + ' h ' + two(Math.floor(left / 60) % 60)
          : Math.floor(left / 60) + ':' + two(left % 60);
        this.rest = over ? '' : 'to go';
        this.$el.toggleAttribute('data-over', over);
        // a page that is opened after the end has nothing to ring for
        if (over && this.rung !== null && this.rung !== data.until) {
          ring(data.what);
          document.dispatchEvent(new CustomEvent('time-is-up'));
        }
        this.rung = over ? data.until : (this.rung === null ? '' : this.rung);
      };
      this.ticking = setInterval(tick, 500);
      tick();
    },
    // when the server's clock was read, by the browser's clock
    readAt(now) {
      if (this.read !== now) { this.read = now; this.at = Date.now(); }
      return this.at;
    },
    destroy() { clearInterval(this.ticking); },
  }));

  // sound and notification at the end of a timer, once somebody has asked for them on this device
  let audio = null;
  const mayRing = () => localStorage.getItem('ring') === 'yes';
  function ring(what) {
    if (!mayRing()) return;
    navigator.vibrate?.([300, 150, 300]);
    if (window.Notification?.permission === 'granted') new Notification('Time is up', { body: what, tag: 'timer' });
    audio ??= new AudioContext();
    audio.resume();
    for (const after of [0, 0.35, 0.7]) {
      const tone = audio.createOscillator();
      const volume = audio.createGain();
      tone.frequency.value = 880;
      volume.gain.setValueAtTime(0.3, audio.currentTime + after);
      volume.gain.exponentialRampToValueAtTime(0.001, audio.currentTime + after + 0.3);
      tone.connect(volume).connect(audio.destination);
      tone.start(audio.currentTime + after);
      tone.stop(audio.currentTime + after + 0.3);
    }
    document.documentElement.dataset.rang = what;
  }
  // two tones in turn, as alarms have them; where a browser allows no sound before a touch, the page is all there is
  function alarmTones() {
    try {
      audio ??= new AudioContext();
      audio.resume();
      [0, 0.4, 0.8, 1.2, 1.6, 2].forEach((after, i) => {
        const tone = audio.createOscillator();
        const volume = audio.createGain();
        tone.type = 'square';
        tone.frequency.value = i % 2 ? 650 : 980;
        volume.gain.setValueAtTime(0.35, audio.currentTime + after);
        volume.gain.setValueAtTime(0, audio.currentTime + after + 0.35);
        tone.connect(volume).connect(audio.destination);
        tone.start(audio.currentTime + after);
        tone.stop(audio.currentTime + after + 0.35);
      });
    } catch (silent) { /* no sound here */ }
  }
  Alpine.data('ringer', () => ({
    label: '',
    init() { this.say(); },
    say() { this.label = mayRing() ? 'Rings at the end: stop that' : 'Ring when time is up'; },
    toggle() {
      localStorage.setItem('ring', mayRing() ? 'no' : 'yes');
      if (mayRing()) {
        audio ??= new AudioContext();
        audio.resume();
        if (window.Notification?.permission === 'default') Notification.requestPermission();
      }
      this.say();
    },
  }));

  // somebody else has written to the log: take the page as the server draws it now, one answer at a time however fast
  // the log grows. What is confirmed without a connection is kept and sent as soon as there is one.
  const live = {
    root: null,
    source: null,
    busy: false,
    again: false,
    lost: false,
    sending: false,
    feeding: false,
    feedAgain: false,
    leaving: false,
    pressed: null,
    settling: new Map(),
    fed: new Map(),
    fedAt: new Map(),
    openedAt: Date.now(),
    sentAt: 0,
    toldAt: Date.now(),
    begin() {
      this.root = document.querySelector('#frame');
      this.holdWhilePressed();
      this.source = new EventSource('/live');
      // what is told as the stream opens is on the page, which has just been drawn
      let justDrawn = true;
      this.source.addEventListener('changed', (event) => {
        // somebody else has acted in a rehearsal: whoever takes part sees what they see of it
        if (event.data === 'rehearsal') { if (document.querySelector('.rehearsing')) this.refresh(); return; }
        if (!justDrawn || event.data === 'reading') this.feed();
        justDrawn = false;
        if (event.data !== 'reading' && event.data !== this.seen()) this.refresh();
      });
      this.source.addEventListener('urgent', () => this.urgent());
      this.source.addEventListener('error', () => this.offline(true));
      this.source.addEventListener('open', () => { if (this.lost) { this.offline(false); this.deliver(); this.refresh(); this.urgent(); } });
      this.root.addEventListener('submit', (event) => this.submit(event));
      // a button that settles lets a touch through to what is behind it
      this.root.addEventListener('pointerdown', (event) => {
        const under = ({ left, right, top, bottom }) => event.clientX >= left && event.clientX <= right && event.clientY >= top && event.clientY <= bottom;
        if ([...document.querySelectorAll('[data-settling]')].some((button) => under(button.getBoundingClientRect()))) this.tellChanged();
      });
      this.root.addEventListener('click', (event) => {
        const details = event.target.closest('summary')?.parentNode;
        if (details) details.dataset.touched = 'yes';
        // a link into something closed opens it, for as long as somebody wants
        const link = event.target.closest('a[href^="#"]');
        const within = link && document.querySelector(link.getAttribute('href'))?.closest('details');
        if (within) { within.open = true; within.dataset.touched = 'yes'; }
      });
      document.addEventListener('time-is-up', () => this.refresh());
      document.addEventListener('plan-improved', () => this.refresh());
      window.addEventListener('online', () => this.deliver());
      // says that somebody still looks, and catches what was missed
      setInterval(() => this.urgent(), 60000);
      this.showUrgent();
      this.sendShout();
      setInterval(() => { if (!document.hidden && document.querySelector('main.swap')) this.refresh(); }, 60000);
      // a monitor that has fallen silent sends nothing to be told by
      setInterval(() => this.feed(), 10000);
      this.deliver();
    },
    // how much of the log this page shows: its own part, or the head with what holds on every page
    seen() {
      const own = document.querySelector('main').dataset.seen;
      return Number(own) > 0 ? own : this.root.querySelector('[data-drawn]')?.dataset.drawn;
    },
    // a button that was replaced between finger down and finger up would never hear of the press
    holdWhilePressed() {
      const hold = (event) => {
        if (this.pressed || !event.target.closest?.('button, a, summary, label, input')) return;
        this.pressed = {};
        this.pressed.over = new Promise((done) => { this.pressed.done = done; });
      };
      this.root.addEventListener('pointerdown', hold, true);
      this.root.addEventListener('keydown', (event) => { if (event.key === ' ' || event.key === 'Enter') hold(event); }, true);
      // the click itself comes after the release
      ['pointerup', 'pointercancel', 'keyup', 'blur'].forEach((type) => window.addEventListener(type, () => setTimeout(() => this.release())));
    },
    release() {
      this.pressed?.done();
      this.pressed = null;
    },
    // the monitor's values and charts are taken in place; a page that nobody looks at asks for nothing
    async feed() {
      // a chart of hours does not change by a second: each is asked for no more often than it says
      const due = (part) => Date.now() - (this.fedAt.get(part.dataset.feed) || this.openedAt) >= 1000 * (part.dataset.feedEvery || 0);
      const parts = [...document.querySelectorAll('[data-feed]')].filter(due);
      if (!parts.length || document.hidden) return;
      // what comes while an answer is on its way is asked for after it
      if (this.feeding) { this.feedAgain = true; return; }
      this.feeding = true;
      this.feedAgain = false;
      try {
        for (const from of new Set(parts.map((part) => part.dataset.feed))) {
          this.fedAt.set(from, Date.now());
          const answer = await fetch(from, { headers: { Accept: 'text/html', 'Juice-By-Itself': 'yes' } });
          const text = answer.ok && !answer.redirected && await answer.text();
          // most of them say the same as a second ago
          if (!text || text === this.fed.get(from)) continue;
          this.fed.set(from, text);
          const page = new DOMParser().parseFromString(text, 'text/html');
          for (const part of parts.filter((one) => one.dataset.feed === from)) {
            const fresh = page.querySelector('#' + part.id);
            if (fresh) Alpine.morph(part, fresh.outerHTML);
          }
        }
      } catch (offline) { /* the next reading asks again */ }
      this.feeding = false;
      if (this.feedAgain) this.feed();
    },
    // an alarm, a stop, making safe: over whatever somebody does, with what they typed left as it is beneath
    async urgent() {
      try {
        const answer = await fetch('/swap/urgent', { headers: { Accept: 'text/html', 'Juice-By-Itself': 'yes' } });
        if (answer.redirected) { this.refresh(); return; }
        if (!answer.ok) return;
        const fresh = new DOMParser().parseFromString(await answer.text(), 'text/html').querySelector('#urgent');
        const now = document.querySelector('#urgent');
        if (!fresh || !now || fresh.dataset.key === now.dataset.key && !now.hidden) return;
        now.replaceWith(document.importNode(fresh, true));
        this.showUrgent();
      } catch (offline) { /* the stream comes again, and asks */ }
    },
    showUrgent() {
      const box = document.querySelector('#urgent');
      if (!box?.dataset.key || box.dataset.key === localStorage.getItem('urgent-read')) return;
      const active = document.activeElement;
      const busy = active && typing(active);
      // the page that leads through it says it already
      const leads = document.querySelector('main.swap, main[data-alarm]');
      if (leads && !busy && !document.hidden && box.dataset.loud === 'true' && box.dataset.kind !== 'alone') { this.ringUrgent(box); localStorage.setItem('urgent-read', box.dataset.key); return; }
      box.hidden = false;
      box.focus();
      const read = () => localStorage.setItem('urgent-read', box.dataset.key);
      box.querySelectorAll('a, form').forEach((way) => way.addEventListener(way.matches('form') ? 'submit' : 'click', read));
      box.querySelector('[data-understood]').addEventListener('click', () => {
        read();
        box.hidden = true;
        active?.focus?.();
      });
      this.ringUrgent(box);
    },
    ringUrgent(box) {
      if (box.dataset.loud !== 'true') return;
      navigator.vibrate?.([600, 200, 600, 200, 600]);
      if (document.hidden && window.Notification?.permission === 'granted') new Notification(box.getAttribute('aria-label'), { tag: 'urgent', requireInteraction: true });
      alarmTones();
      document.documentElement.dataset.urgent = box.dataset.key;
    },
    // the steps are on this page already: they are shown at once, and sent as soon as the server can be reached
    shout(form) {
      const kind = form.getAttribute('action').endsWith('co-alarm') ? 'co' : 'safe';
      const steps = document.querySelector('template[data-shout=' + kind + ']');
      const box = document.querySelector('#shout');
      if (!steps || !box) return false;
      box.querySelector('[data-steps]').replaceChildren(steps.content.cloneNode(true));
      box.querySelector('[data-sent]').textContent = '';
      box.hidden = false;
      box.focus();
      localStorage.setItem('shout', JSON.stringify({ at: Date.now(), to: form.getAttribute('action'), body: new URLSearchParams(new FormData(form)).toString() }));
      this.sendShout();
      return true;
    },
    async sendShout() {
      const shout = JSON.parse(localStorage.getItem('shout') || 'null');
      if (!shout || this.shouting) return;
      // what could not be sent for half an hour is of another hour, perhaps of another outage
      if (Date.now() - shout.at > 30 * 60000) { localStorage.removeItem('shout'); return; }
      clearTimeout(this.reshout);
      this.shouting = true;
      const box = document.querySelector('#shout');
      try {
        const answer = await fetch(shout.to, {
          method: 'POST', body: shout.body, signal: AbortSignal.timeout(8000),
          headers: { 'Content-Type': 'application/x-www-form-urlencoded', Accept: 'text/html' },
        });
        if (!answer.ok) throw new Error('not taken');
        localStorage.removeItem('shout');
        const text = await answer.text();
        if (box) box.hidden = true;
        history.replaceState(null, '', new URL(answer.url).pathname);
        this.show(text, '#frame');
        scrollTo(0, 0);
      } catch (offline) {
        const sent = box?.querySelector('[data-sent]');
        if (sent) { sent.textContent = 'Not sent: shout, so that everybody hears it. It goes out as soon as the server answers.'; box.hidden = false; }
        this.reshout = setTimeout(() => this.sendShout(), 2000);
      }
      this.shouting = false;
      if (this.again) this.refresh();
    },
    offline(lost) {
      this.lost = lost;
      const notice = document.querySelector('[data-offline]');
      if (notice) notice.hidden = !lost;
    },
    async refresh() {
      // the answer to what is being sent shows it all; a page that changes before it would take the next touch for the last
      if (this.leaving) return;
      if (this.busy || this.sending || this.shouting) { this.again = true; return; }
      this.busy = true;
      do {
        this.again = false;
        try { await this.take(); } catch (offline) { /* the stream comes again, and with it the next change */ }
      } while (this.again);
      this.busy = false;
    },
    async take() {
      // a page that is being filled in, or that says what was wrong with what was, stays as it is: only the head above it,
      // with the Line and whatever is dangerous, is taken
      const still = document.querySelector('main').dataset.still;
      const typed = () => [...document.querySelectorAll('main form[method=post] input[type=text], main textarea')].some((field) => field.value !== field.defaultValue);
      const filling = () => document.activeElement && typing(document.activeElement) || document.querySelector('main .problem, main [aria-invalid=true]') || typed();
      if (!still && filling()) this.root.querySelector('[data-stale]')?.removeAttribute('hidden');
      const from = location.pathname;
      const answer = await fetch(still || location.pathname + location.search, { headers: { Accept: 'text/html', 'Juice-By-Itself': 'yes' } });
      if (!answer.ok) return;
      const text = await answer.text();
      // what was sent meanwhile has led to another page
      if (this.shouting || this.leaving || location.pathname !== from) return;
      if (this.pressed) {
        await this.pressed.over;
        // what came of the press is shown by its own answer
        if (this.sending || this.leaving || outbox.waiting().length) return;
      }
      this.show(text, still || filling() ? '#frame > header' : '#frame', true);
    },
    show(text, part, byItself) {
      const page = new DOMParser().parseFromString(text, 'text/html');
      // what came of somebody's last touch is not taken from under their eyes by what others do
      const told = document.querySelector('#told');
      if (!byItself) this.toldAt = Date.now();
      else if (told?.children.length && Date.now() - this.toldAt < 20000) page.querySelector('#told')?.replaceWith(told.cloneNode(true));
      // nor what was said of their presses, while any of them waits
      const waits = document.querySelector('[data-unsent]');
      if (waits && !waits.hidden && (outbox.waiting().length || byItself && Date.now() - this.toldAt < 20000)) page.querySelector('[data-unsent]')?.replaceWith(waits.cloneNode(true));
      const fresh = page.querySelector(part);
      const then = page.querySelector('main')?.dataset;
      const now = document.querySelector('main').dataset;
      // an answer that was on its way while another overtook it is from the past
      if (then?.outage && then.outage === now.outage && Number(then.seen) < Number(now.seen)) return;
      const stood = this.buttons();
      this.fed.clear();
      if (fresh) {
        try {
          Alpine.morph(document.querySelector(part), fresh.outerHTML, {
            // what somebody has opened or closed stays so
            updating(is, will) {
              if (is.nodeName === 'DETAILS' && is.dataset.touched) { will.open = is.open; will.dataset.touched = 'yes'; }
            },
          });
        } catch (halfway) { console.error(halfway); }
        // a page that was changed halfway would lie: what it says must be what was answered
        const is = document.querySelector(part);
        const said = (frame) => [...frame.querySelectorAll('h1')].map((title) => title.textContent.trim()).join();
        if (said(is) !== said(fresh)) is.replaceChildren(...document.importNode(fresh, true).childNodes);
      }
      page.querySelectorAll('template[data-shout]').forEach((steps) => {
        const old = document.querySelector('template[data-shout=' + steps.dataset.shout + ']');
        if (old) old.replaceWith(document.importNode(steps, true)); else document.body.append(document.importNode(steps, true));
      });
      document.dispatchEvent(new CustomEvent('drawn'));
      // a second tap of the finger that sent this is not meant for what stands there now; nor is one within the time that
      // it takes to see a change
      this.settle(stood, byItself ? 700 : Math.max(250, this.sentAt + 400 - Date.now()));
      this.offline(this.lost);
    },
    // what each button of a form does, and where it stands. An alarm and making safe are never held up.
    buttons() {
      return [...document.querySelectorAll('main form[method=post] button:not([type=button])')].filter((button) => !this.alwaysTaken(button.form)).map((button) => {
        const values = [...new FormData(button.form)].filter(([name]) => name !== 'seen' && name !== '_csrf').map(([name, value]) => name + '=' + value);
        const means = [button.form.getAttribute('action'), ...values, button.name, button.value, button.textContent.trim()].join('\n');
        return { button, means, key: button.dataset.key, at: button.getBoundingClientRect() };
      });
    },
    alwaysTaken(form) { return form?.matches('form[action="/swap/co-alarm"], form[action="/swap/make-safe"]'); },
    // a button that does something else than what stood at its place, or at its key, takes no press for a moment
    settle(stood, milliseconds) {
      const within = (place, rect) => place.left < rect.right && place.right > rect.left && place.top < rect.bottom && place.bottom > rect.top;
      const means = new Set(stood.map((one) => one.means));
      for (const { button, means: now, key, at } of this.buttons()) {
        const before = stood.filter((one) => within(one.at, at) || key && one.key === key);
        const other = before.length ? before.some((one) => one.means !== now) : key && !means.has(now);
        if (other && milliseconds > 0) this.settling.set(button, Date.now() + milliseconds);
      }
      for (const [button, until] of this.settling) {
        const rest = button.isConnected ? until - Date.now() : 0;
        button.toggleAttribute('data-settling', rest > 0);
        if (rest > 0) setTimeout(() => button.removeAttribute('data-settling'), rest);
        else this.settling.delete(button);
      }
    },
    submit(event) {
      if (event.target.matches('form[action="/swap/co-alarm"], form[action="/swap/make-safe"]') && this.shout(event.target)) {
        event.preventDefault();
        return;
      }
      // what an outage needs is kept where there is no connection; a browser would show its own error instead
      const kept = 'form[data-send]' + (this.lost || navigator.onLine === false ? ', main form[method=post][action^="/swap/"], main form[method=post][action^="/now/"]' : '');
      const form = event.target.closest(kept);
      if (event.submitter?.hasAttribute('data-settling')) {
        event.preventDefault();
        this.tellChanged();
        return;
      }
      this.sentAt = Date.now();
      if (!form) {
        // the next page shows what came of it; a change of this one would be in the way of the next touch
        this.leaving = true;
        setTimeout(() => { this.leaving = false; }, 5000);
        return;
      }
      event.preventDefault();
      // an outage does not begin by itself hours later: the phone goes on alone, where it can
      if (form.matches('[action="/swap/start"]')) {
        if (document.querySelector('[data-ready] [data-yes]:not([hidden])')) location.href = '/pocket';
        else this.tell(['Not begun: there is no connection to the server.']);
        return;
      }
      const data = new FormData(form);
      if (event.submitter?.name) data.append(event.submitter.name, event.submitter.value);
      outbox.put(form.getAttribute('action'), new URLSearchParams(data), form.dataset.send || form.dataset.what || event.submitter?.getAttribute('aria-label') || event.submitter?.textContent.trim() || '');
      this.deliver();
    },
    // everything that waits, one after the other; what the last one led to is shown, and of the others what came of them
    async deliver() {
      if (this.sending) return;
      clearTimeout(this.retry);
      // what the server answers is shown once: a page that is asked for meanwhile would take it away
      if (this.busy) { this.retry = setTimeout(() => this.deliver(), 50); return; }
      const came = [];
      const several = outbox.waiting().length > 1;
      this.sending = true;
      let entry = null;
      try {
        while ((entry = outbox.next())) {
          if (outbox.past(entry)) {
            outbox.drop(entry.id);
            came.push('Not taken: “' + entry.what + '”. The outage that it was said of is over.');
            continue;
          }
          const answer = await this.send(entry);
          if (answer === null) return;
          if (several || !answer.ok) came.push(answer.said);
          // what is wrong in a field is put right before anything else is sent
          if (answer.wrong) break;
        }
        if (came.length) this.tell(came);
        // another page of this browser is sending one: it may be closed before it has
        if (!entry && outbox.waiting().length) this.retry = setTimeout(() => this.deliver(), 2000);
      } catch (offline) {
        outbox.release(entry.id);
        const left = outbox.waiting();
        this.tell([...came, ...left.map((one) => 'Not sent yet: “' + one.what + '”.'),
          left.length > 1 ? 'They go out in this order as soon as the server answers.' : 'It goes out as soon as the server answers.']);
        this.retry = setTimeout(() => this.deliver(), 2000);
      } finally {
        this.sending = false;
      }
      if (this.again) this.refresh();
    },
    async signedOut() {
      const asked = await fetch('/swap/urgent', { headers: { Accept: 'text/html', 'Juice-By-Itself': 'yes' } });
      return asked.redirected && /^\/(sign-in|join)/.test(new URL(asked.url).pathname);
    },
    // null when the page is left for what came of it
    async send(entry) {
      const body = new URLSearchParams(entry.body);
      const token = document.querySelector('input[name=_csrf]')?.value;
      if (token) body.set('_csrf', token);
      const answer = await fetch(entry.to, {
        method: 'POST', body: body.toString(), signal: AbortSignal.timeout(10000),
        headers: { 'Content-Type': 'application/x-www-form-urlencoded', Accept: 'text/html' },
      });
      if (answer.status >= 500) throw new Error('the server is not there yet');
      const text = await answer.text();
      const path = new URL(answer.url).pathname;
      // who has to sign in again finds it afterwards
      if (path.startsWith('/sign-in') || path.startsWith('/join')) { outbox.release(entry.id); location.href = path; return null; }
      // a form of a session that is gone is refused before anybody looks whose it was
      if (answer.status === 403 && await this.signedOut()) { outbox.release(entry.id); location.href = '/sign-in'; return null; }
      // from here on nothing is waited for: the next confirmation finds this one out of the way
      outbox.drop(entry.id);
      if (!answer.ok) return { ok: false, said: 'Not taken: “' + entry.what + '”. Look at how things stand and say it again.' };
      const page = new DOMParser().parseFromString(text, 'text/html');
      const main = page.querySelector('main');
      const refused = page.querySelector('#told [role=alert]')?.textContent.trim();
      const wrong = !!main?.querySelector('.problem, [aria-invalid=true]');
      if (main?.dataset.aloneSince) outbox.goOn(main.dataset.seen, Number(main.dataset.aloneSince));
      if (!path.startsWith('/swap') && path !== '/now') {
        if (outbox.waiting().length === 0) { location.href = path; return null; }
      } else {
        document.activeElement?.blur();
        history.replaceState(null, '', path.startsWith('/swap') ? '/swap' : path);
        this.show(text, '#frame');
        scrollTo(0, 0);
      }
      return { ok: true, wrong, said: refused ? '“' + entry.what + '”: ' + refused : (wrong ? 'Look again: “' : 'Sent: “') + entry.what + '”.' };
    },
    tellChanged() { this.tell(['This page has just changed. Read it, then press again.']); },
    tell(lines) {
      const notice = document.querySelector('[data-unsent]');
      if (!notice) return;
      this.toldAt = Date.now();
      notice.replaceChildren(...lines.map((line) => Object.assign(document.createElement('p'), { textContent: line })));
      notice.hidden = false;
    },
  };

  // with everything that is a component in place
  document.addEventListener('alpine:initialized', () => {
    keys.begin();
    if (document.querySelector('#frame')?.dataset.who) live.begin();
  });

  // asks the server what a form would mean while it is being filled in, and shows its answer in place; until it comes,
  // and when it doesn't, the old answer is marked as old
  Alpine.data('asks', () => ({
    waiting: null,
    asked: 0,
    // what was typed, or put back by the browser, before this script ran is asked about like the rest
    init() {
      const fields = [this.$root, ...this.$root.querySelectorAll('input, textarea, select')];
      const changed = (field) => field.matches('[type=checkbox], [type=radio]') ? field.checked !== field.defaultChecked
        : field.matches('select') ? field.selectedIndex !== Math.max(0, [...field.options].findIndex((one) => one.defaultSelected))
        : field.defaultValue !== undefined && field.value !== field.defaultValue;
      if (fields.some(changed)) this.ask();
    },
    parts() { return this.$root.dataset.into.split(',').map((part) => document.querySelector(part)).filter(Boolean); },
    ask() {
      clearTimeout(this.waiting);
      this.parts().forEach((part) => part.setAttribute('aria-busy', 'true'));
      this.waiting = setTimeout(() => this.fetch(), 150);
    },
    async fetch() {
      const form = this.$root.closest('form');
      // the page has gone on while somebody was still typing
      if (!form) return;
      const query = new URLSearchParams(new FormData(form));
      query.delete('_csrf');
      const turn = ++this.asked;
      let fresh = null;
      try {
        const answer = await fetch((this.$root.dataset.ask || form.getAttribute('action')) + '?' + query, { headers: { Accept: 'text/html', 'Juice-By-Itself': 'yes' } });
        if (answer.ok && !answer.redirected) fresh = new DOMParser().parseFromString(await answer.text(), 'text/html');
      } catch (offline) { /* the mark stays */ }
      if (turn !== this.asked) return;
      for (const part of this.parts()) {
        const then = fresh && fresh.querySelector('#' + part.id);
        if (then) Alpine.morph(part, then.outerHTML);
        else part.setAttribute('data-unanswered', 'No answer from the server: this is from before your last change.');
      }
    },
  }));

  // a better plan is looked for while somebody reads this one: how far that is, and then the page as it is drawn with it
  Alpine.data('improving', () => ({
    init() { this.asking = setInterval(() => this.ask(), 1500); },
    async ask() {
      const { from, revision } = this.$root.dataset;
      try {
        const answer = await fetch(from, { headers: { Accept: 'application/json', 'Juice-By-Itself': 'yes' } });
        const now = answer.ok && !answer.redirected ? await answer.json() : { percent: null };
        if (now.percent === null || String(now.revision) !== revision) {
          clearInterval(this.asking);
          document.dispatchEvent(new CustomEvent('plan-improved'));
        } else this.$root.querySelector('progress').value = now.percent;
      } catch (offline) { /* asked again */ }
    },
    destroy() { clearInterval(this.asking); },
  }));

  // where it is not encrypted: a phone that trusts the house already is led on
  Alpine.data('trusts', () => ({
    init() {
      const { probe, on } = this.$root.dataset;
      if (!probe) return;
      fetch(probe, { mode: 'no-cors', cache: 'no-store' }).then(() => {
        this.$root.querySelector('[data-known]').hidden = false;
        location.replace(on);
      }, () => { /* not yet: the page says how */ });
    },
  }));

  // the circuit of that name, as if its breaker had been touched
  /* a rehearsal's meter: two points are touched, and the volts between them appear */
  Alpine.data('probes', () => ({
    shown: '',
    first: null,

    init() {
      const points = this.$el.querySelector('[data-points]');
      if (points === null) {
        return;
      }
      for (const hidden of this.$el.querySelectorAll('[hidden]')) {
        hidden.hidden = false;
      }
      this.shown = '—';
    },

    touch(point) {
      const points = this.$el.closest('[data-points]');
      if (this.first === null || this.first === point) {
        this.first = point;
        this.shown = point + ' – …';
      } else {
        const pair = [this.first, point].sort().join('');
        const volts = { L1N: points.dataset.l1n, L2N: points.dataset.l2n, L1L2: points.dataset.l1l2, GN: points.dataset.ng }[pair];
        this.shown = `${this.first} – ${point}: ${volts === undefined ? '—' : volts + ' V'}`;
        this.first = null;
      }
      for (const button of points.querySelectorAll('button')) {
        button.setAttribute('aria-pressed', String(this.first !== null && button === this.$el));
      }
    },
  }));

  /* nothing is seen but what the flashlight shows: where the finger or the pointer is */
  Alpine.data('flashlight', () => ({
    on: sessionStorage.getItem('flashlight') === 'yes',

    init() {
      this.$el.hidden = false;
      const world = document.querySelector('.rehearsing');
      world?.addEventListener('pointermove', (event) => {
        world.style.setProperty('--light-x', event.clientX + 'px');
        world.style.setProperty('--light-y', event.clientY + 'px');
      });
      world?.addEventListener('focusin', (event) => {
        const at = event.target.getBoundingClientRect();
        world.style.setProperty('--light-x', at.x + at.width / 2 + 'px');
        world.style.setProperty('--light-y', at.y + at.height / 2 + 'px');
      });
      this.apply();
    },

    get label() {
      return this.on ? this.$el.dataset.off : this.$el.dataset.on;
    },

    toggle() {
      this.on = !this.on;
      sessionStorage.setItem('flashlight', this.on ? 'yes' : 'no');
      this.apply();
    },

    apply() {
      document.querySelector('.rehearsing')?.classList.toggle('by-flashlight', this.on);
    },
  }));

  /* time goes by in a rehearsal while somebody looks and thinks, until they stop the clock; what comes due then is told */
  Alpine.data('runningClock', () => ({
    on: sessionStorage.getItem('clock') !== 'stopped',
    count: null,
    seconds: 0,
    told: false,

    init() {
      this.$el.hidden = false;
      this.ticking = setInterval(() => this.tick(), 1000);
      this.tell = (event) => {
        if (event.target.closest('.rehearsing') && event.target.matches('[action$="/act"]') && !event.formData.has('byItself')) {
          event.formData.set('after', String(this.seconds));
        }
      };
      document.addEventListener('formdata', this.tell);
    },

    get label() {
      return this.on ? this.$el.dataset.off : this.$el.dataset.on;
    },

    toggle() {
      this.on = !this.on;
      sessionStorage.setItem('clock', this.on ? 'runs' : 'stopped');
    },

    tick() {
      const world = document.querySelector('.rehearsing');
      // an act of whoever it was: from there on it is counted anew
      if (world.dataset.count !== this.count) {
        this.count = world.dataset.count;
        this.seconds = 0;
        this.told = false;
      }
      if (!this.on || document.hidden || world.dataset.runs !== 'true' || this.told) {
        return;
      }
      this.seconds++;
      const at = new Date(2000, 0, 1, 0, 0, Number(world.dataset.second) + this.seconds);
      const face = at.toLocaleTimeString('en-US', { hour12: this.$el.dataset.twelve === 'true' }).toLowerCase();
      world.querySelector('[data-clock-face]').textContent = face;
      if (world.dataset.due && this.seconds >= Number(world.dataset.due)) {
        this.told = true;
        const form = world.querySelector('[data-by-itself]');
        form.elements.minutes.value = String(this.seconds / 60);
        form.requestSubmit();
      }
    },

    destroy() {
      clearInterval(this.ticking);
      document.removeEventListener('formdata', this.tell);
    },
  }));

  /* the picture is worked by hand where the person stands: a plug is dragged into its outlet or out of it, a breaker is
     touched; each does what its button does, which the keyboard has */
  Alpine.data('byHand', () => ({
    init() {
      const svg = this.$el;
      const button = (act) => document.querySelector(`[data-act="${act}"] button`);
      for (const part of svg.querySelectorAll('[data-by-hand]')) {
        part.classList.toggle('can-be-worked', part.dataset.byHand.split(' ').some((act) => button(act)));
      }
      let drag = null;
      svg.addEventListener('pointerdown', (event) => {
        const part = event.target.closest('.can-be-worked');
        if (!part) return;
        event.preventDefault();
        drag = { part, x: event.clientX, y: event.clientY };
        svg.setPointerCapture(event.pointerId);
      });
      svg.addEventListener('pointermove', (event) => {
        if (!drag?.part.dataset.plug) return;
        const scale = svg.viewBox.baseVal.width / svg.getBoundingClientRect().width;
        drag.part.setAttribute('transform', `translate(${(event.clientX - drag.x) * scale} ${(event.clientY - drag.y) * scale})`);
      });
      svg.addEventListener('pointerup', (event) => {
        if (!drag) return;
        const { part, x, y } = drag;
        drag = null;
        part.removeAttribute('transform');
        if (part.dataset.plug) {
          const outlet = svg.querySelector(`[data-outlet="${part.dataset.plug}"]`).getBoundingClientRect();
          const from = Math.hypot(event.clientX - outlet.x - outlet.width / 2, event.clientY - outlet.y - outlet.height / 2);
          const within = from < 1.5 * outlet.width;
          // what was only touched stays as it is: a plug is pushed in or pulled out
          if (Math.hypot(event.clientX - x, event.clientY - y) < 6 || within !== (part.dataset.in !== 'true')) return;
        }
        part.dataset.byHand.split(' ').map(button).find((one) => one)?.click();
      });
      svg.addEventListener('pointercancel', () => { drag?.part.removeAttribute('transform'); drag = null; });
    },
  }));

  /* the engine's note, which drops with its hertz, the click of a breaker and the alarm; only when asked for */
  Alpine.data('sounds', () => ({
    on: sessionStorage.getItem('sounds') === 'yes',
    audio: null,

    init() {
      this.$el.hidden = false;
      if (this.on) {
        this.play();
      }
      this.clicks = (event) => {
        if (this.on && event.target.closest('.rehearsing .lever, .rehearsing .branch')) {
          this.tone('square', 160, 0.2, 0.03);
        }
      };
      document.addEventListener('click', this.clicks);
    },

    get label() {
      return this.on ? this.$el.dataset.off : this.$el.dataset.on;
    },

    toggle() {
      this.on = !this.on;
      sessionStorage.setItem('sounds', this.on ? 'yes' : 'no');
      if (this.on) {
        this.play();
      } else {
        this.hush();
      }
    },

    tone(type, hertz, loudness, seconds, after = 0) {
      this.audio ??= new AudioContext();
      const note = this.audio.createOscillator();
      const volume = this.audio.createGain();
      note.type = type;
      note.frequency.value = hertz;
      volume.gain.value = loudness;
      note.connect(volume).connect(this.audio.destination);
      note.start(this.audio.currentTime + after);
      if (seconds) note.stop(this.audio.currentTime + after + seconds);
    },

    play() {
      const { sound, hertz, alarm } = document.querySelector('.rehearsing').dataset;
      document.documentElement.dataset.heard = alarm === 'true' ? 'alarm' : sound;
      if (alarm === 'true') {
        [0, 1, 2, 3].forEach((i) => this.tone('square', i % 2 ? 650 : 980, 0.2, 0.35, i * 0.4));
      } else if (sound === 'runs') {
        this.tone('sawtooth', Number(hertz), 0.05, 0);
      }
    },

    hush() {
      this.audio?.close();
      this.audio = null;
    },

    destroy() {
      this.hush();
      document.removeEventListener('click', this.clicks);
    },
  }));

  // a picture from a phone's camera is made small before it is sent; where that fails it is sent as it is, and the server says
  Alpine.data('picture', () => ({
    async shrink() {
      const field = this.$el;
      const file = field.files[0];
      if (!file || file.size < 400000) return;
      try {
        const image = await createImageBitmap(file, { imageOrientation: 'from-image' });
        const scale = Math.min(1, 1200 / Math.max(image.width, image.height));
        const canvas = document.createElement('canvas');
        canvas.width = Math.round(image.width * scale);
        canvas.height = Math.round(image.height * scale);
        canvas.getContext('2d').drawImage(image, 0, 0, canvas.width, canvas.height);
        const small = await new Promise((done) => { canvas.toBlob(done, 'image/jpeg', 0.85); });
        const files = new DataTransfer();
        files.items.add(new File([small], 'picture.jpg', { type: 'image/jpeg' }));
        field.files = files.files;
      } catch (unreadable) { /* as it is */ }
    },
  }));

  // a list that is worked through: what is to be done now large, what was done small, the rest not yet there
  Alpine.data('oneByOne', () => ({
    at: 0,
    init() {
      this.$el.querySelector('[data-turn]').hidden = false;
      this.show();
    },
    get items() { return [...this.$root.querySelectorAll('[data-one]')]; },
    get label() {
      const { next, all } = this.$root.querySelector('[data-next]').dataset;
      return this.at < this.items.length - 1 ? next : all;
    },
    next() {
      this.at = this.at < this.items.length - 1 ? this.at + 1 : 0;
      this.show();
    },
    show() {
      this.items.forEach((item, i) => {
        item.hidden = i > this.at;
        item.classList.toggle('done', i < this.at);
      });
    },
  }));

  Alpine.data('prints', () => ({
    print() {
      window.print();
    },
  }));

  Alpine.data('finder', () => ({
    go(event) {
      const name = event.target.value.trim().toLowerCase();
      const options = [...document.querySelectorAll('#circuits option')];
      const found = options.find((option) => option.value.toLowerCase() === name)
        || options.find((option) => name && option.value.toLowerCase().includes(name));
      if (found) { event.preventDefault(); location.href = '/now?circuit=' + encodeURIComponent(found.dataset.id); }
    },
  }));

  // a row is asked about at the time where it was touched; a bar is moved by dragging, and what comes of it is the server's
  // to say
  Alpine.data('timeline', () => ({
    drag: null,
    init() {
      this.$root.addEventListener('click', (event) => this.ask(event));
      this.$root.addEventListener('pointerdown', (event) => this.grab(event));
      this.$root.addEventListener('pointermove', (event) => this.pull(event));
      this.$root.addEventListener('pointerup', (event) => this.drop(event));
      this.$root.addEventListener('pointercancel', () => this.letGo());
      this.$root.addEventListener('dragstart', (event) => event.preventDefault());
    },
    units(chart, clientX) { return clientX * chart.viewBox.baseVal.width / chart.getBoundingClientRect().width; },
    ask(event) {
      const touched = event.target.closest('[data-circuit]');
      if (!touched || this.dragged) { if (this.dragged) event.preventDefault(); this.dragged = false; return; }
      if (event.ctrlKey || event.metaKey || event.shiftKey || event.detail === 0) return;
      const chart = touched.closest('svg');
      const x = this.units(chart, event.clientX - chart.getBoundingClientRect().left) - Number(chart.dataset.left);
      const slot = Math.floor(x / Number(chart.dataset.slot));
      event.preventDefault();
      location.href = '/rotate?circuit=' + encodeURIComponent(touched.dataset.circuit) + (slot >= 0 ? '&slot=' + slot : '');
    },
    grab(event) {
      const bar = event.target.closest('.timeline .run');
      const chart = bar && bar.closest('svg[data-movable]');
      if (!chart || event.button !== 0 || event.pointerType === 'touch') return;
      // let go outside of the chart it is let go all the same
      bar.setPointerCapture(event.pointerId);
      this.drag = { bar, chart, from: event.clientX, x: Number(bar.getAttribute('x')) };
    },
    by(event) {
      const drag = this.drag;
      return Math.round(this.units(drag.chart, event.clientX - drag.from) / Number(drag.chart.dataset.slot));
    },
    pull(event) {
      const drag = this.drag;
      if (!drag || (!this.dragged && Math.abs(event.clientX - drag.from) < 6)) return;
      this.dragged = true;
      drag.bar.classList.add('dragging');
      drag.bar.setAttribute('x', drag.x + this.by(event) * Number(drag.chart.dataset.slot));
    },
    drop(event) {
      const drag = this.drag;
      if (!drag || !this.dragged) { this.letGo(); return; }
      const by = this.by(event);
      const form = this.$refs.shift;
      const { circuit, from, to } = drag.bar.dataset;
      this.letGo();
      if (by === 0) return;
      form.elements.circuit.value = circuit;
      form.elements.from.value = from;
      form.elements.to.value = to;
      form.elements.by.value = by;
      form.requestSubmit();
    },
    letGo() {
      if (this.drag) { this.drag.bar.classList.remove('dragging'); this.drag.bar.setAttribute('x', this.drag.x); }
      this.drag = null;
    },
  }));

  // breakers are moved by dragging, or with Shift and the arrow keys; what may go where is the server's to say
  Alpine.data('panelmap', () => ({
    drag: null,
    init() {
      const map = this.$root.querySelector('.panel-map');
      if (!map) return;
      map.addEventListener('pointerdown', (event) => this.grab(event));
      map.addEventListener('pointermove', (event) => this.pull(event));
      map.addEventListener('pointerup', (event) => this.drop(event));
      map.addEventListener('pointercancel', () => this.letGo());
      map.addEventListener('click', (event) => { if (this.dragged) event.preventDefault(); this.dragged = false; }, true);
      map.addEventListener('dragstart', (event) => event.preventDefault());
      map.addEventListener('keydown', (event) => this.arrow(event));
      if (sessionStorage.getItem('moved')) {
        sessionStorage.removeItem('moved');
        map.querySelector('a[aria-current]')?.focus();
      }
    },
    grab(event) {
      const breaker = event.target.closest('a[data-circuit]');
      if (!breaker || event.button !== 0 || event.pointerType === 'touch') return;
      this.drag = { breaker, x: event.clientX, y: event.clientY, base: breaker.parentNode.getAttribute('transform'), target: null };
    },
    pull(event) {
      const drag = this.drag;
      if (!drag) return;
      const dx = event.clientX - drag.x;
      const dy = event.clientY - drag.y;
      if (!this.dragged && Math.hypot(dx, dy) < 8) return;
      this.dragged = true;
      const map = this.$root.querySelector('.panel-map');
      const scale = map.viewBox.baseVal.width / map.getBoundingClientRect().width;
      drag.breaker.classList.add('dragging');
      drag.breaker.parentNode.setAttribute('transform', drag.base + ' translate(' + dx * scale + ' ' + dy * scale + ')');
      const under = document.elementFromPoint(event.clientX, event.clientY)?.closest('a[data-space]');
      if (under !== drag.target) {
        drag.target?.classList.remove('over');
        under?.classList.add('over');
        drag.target = under;
      }
    },
    drop() {
      const drag = this.drag;
      this.letGo();
      if (!drag || !this.dragged || !drag.target) return;
      setTimeout(() => { this.dragged = false; });
      const taken = drag.target.dataset.circuit;
      const both = taken && drag.target.dataset.poles === '1' && drag.breaker.dataset.poles === '1';
      this.asked = { circuit: drag.breaker.dataset.circuit, space: drag.target.dataset.space };
      if (both) this.$root.querySelector('dialog[data-both]').showModal();
      else this.settle('swap');
    },
    letGo() {
      if (!this.drag) return;
      this.drag.breaker.classList.remove('dragging');
      this.drag.breaker.parentNode.setAttribute('transform', this.drag.base);
      this.drag.target?.classList.remove('over');
      this.drag = null;
    },
    settle(how) {
      const dialog = this.$root.querySelector('dialog[data-both]');
      if (dialog.open) dialog.close();
      if (how) this.move(this.asked.circuit, this.asked.space, how);
    },
    move(circuit, space, how) {
      const form = this.$root.querySelector('form[data-move]');
      form.elements.circuit.value = circuit;
      form.elements.space.value = (form.dataset.panel || '') + '/' + space;
      form.elements.how.value = how;
      sessionStorage.setItem('moved', '1');
      form.requestSubmit();
    },
    arrow(event) {
      const at = event.target.closest('a[data-space]');
      const steps = { ArrowUp: -2, ArrowDown: 2, ArrowLeft: -1, ArrowRight: 1 };
      if (!at || !(event.key in steps)) return;
      event.preventDefault();
      const space = Number(at.dataset.space);
      const left = space % 2 === 1;
      if ((event.key === 'ArrowLeft' && left) || (event.key === 'ArrowRight' && !left)) return;
      const to = space + steps[event.key];
      if (event.shiftKey && at.dataset.circuit) {
        this.move(at.dataset.circuit, to, 'swap');
      } else {
        for (let step = to; step > 0 && step < 90; step += steps[event.key]) {
          const next = [...this.$root.querySelectorAll('a[data-space]')].find((one) => Number(one.dataset.space) === step && one !== at);
          if (next) { next.focus(); break; }
          if (Math.abs(steps[event.key]) === 1) break;
        }
      }
    },
  }));
});

document.addEventListener('click', (event) => { if (event.target.closest('[data-print]')) window.print(); });

// Whatever page is looked at, this phone is made ready to go on without the server, and the page says truthfully whether it is.
window.addEventListener('load', () => {
  const line = document.querySelector('[data-ready]');
  const store = window.idbKeyval;
  if (!line || !store) return;
  let last = null;
  const say = (kept) => {
    last = kept;
    // a page that was drawn anew has a new line
    const now = document.querySelector('[data-ready]') || line;
    now.querySelector('[data-yes]').hidden = !kept;
    now.querySelector('[data-no]').hidden = !!kept;
    now.querySelector('[data-http]').hidden = !kept || window.isSecureContext;
    if (kept) now.querySelector('[data-as-of]').textContent = kept.asOf || new Date(kept.local).toLocaleString();
  };
  const picture = async (from) => {
    const read = new FileReader();
    const done = new Promise((over) => { read.onload = () => over(read.result); });
    read.readAsDataURL(await (await fetch(from)).blob());
    return done;
  };
  async function prepare() {
    const answer = await fetch('/pocket/snapshot', { headers: { Accept: 'application/json' } });
    if (!answer.ok || answer.redirected || answer.status === 204) return;
    const snapshot = await answer.json();
    snapshot.local = Date.now();
    if (navigator.serviceWorker) {
      const keeper = await navigator.serviceWorker.register('/pocket-worker.js', { scope: '/pocket' });
      const coming = keeper.installing || keeper.waiting;
      if (coming && !keeper.active) await new Promise((done, fail) => coming.addEventListener('statechange', () => { if (coming.state === 'activated') done(); if (coming.state === 'redundant') fail(new Error('not kept')); }));
    } else {
      for (const file of ['/pocket', snapshot.words, ...snapshot.files]) if (!(await fetch(file)).ok) throw new Error(file);
    }
    // pictures of the engine's controls are fetched once: they never change under their names
    const had = (await store.get('pocket-pictures')) || {};
    const pictures = {};
    for (const name of snapshot.pictures || []) pictures[name] = had[name] || await picture('/swap/pictures/' + name);
    await store.set('pocket-pictures', pictures);
    // what was done on this phone and is not sent yet stands on what it had then
    const own = (await store.get('pocket-own')) || [];
    if (own.length === 0) await store.set('pocket', snapshot);
    sessionStorage.setItem('pocket-at', String(Date.now()));
    say(own.length === 0 ? snapshot : await store.get('pocket'));
    await fetch('/pocket/ready', { method: 'POST', headers: { [snapshot.formHeader]: snapshot.form } });
    document.documentElement.dataset.pocket = 'ready';
  }
  store.get('pocket').then(say);
  document.addEventListener('drawn', () => { if (last) say(last); });
  // a page that is gone again at once prepares nothing, and one look in a minute is enough
  const lately = Date.now() - Number(sessionStorage.getItem('pocket-at') || 0) < 60000;
  if (!lately) setTimeout(() => prepare().catch(() => store.get('pocket').then(say)), 1500);
});
