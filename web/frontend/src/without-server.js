// The pocket page: asks the core in its worker what to show, keeps what was done in the phone, and sends it when it can.
// Nothing of the job is decided here.
(() => {
  const KEPT = 'pocket';
  const OWN = 'pocket-own';
  const store = window.idbKeyval;
  const texts = () => document.querySelector('template[data-texts]').dataset;

  // ---- the core in its own thread
  const waiting = new Map();
  let calls = 0;
  let worker;
  function post(message) {
    return new Promise((done, fail) => {
      const id = ++calls;
      waiting.set(id, { done, fail });
      worker.postMessage({ id, ...message });
    });
  }
  async function call(name, ...given) {
    const answer = JSON.parse(await post({ call: name, with: given }));
    if (answer.errors) throw new Error(answer.errors.map((one) => one.field + ' ' + one.key).join(', '));
    return answer;
  }
  async function startCore() {
    const parts = document.body.dataset;
    worker = new Worker(window.pocketFile ? window.pocketFile.worker() : parts.worker);
    worker.onmessage = ({ data }) => {
      const one = waiting.get(data.id);
      waiting.delete(data.id);
      if (data.failed === undefined) one.done(data.answer); else one.fail(new Error(data.failed));
    };
    const at = (path) => new URL(path, location.href).href;
    const load = window.pocketFile ? window.pocketFile.parts()
      : { runtime: at(parts.runtime), core: at(parts.core), script: at(parts.script), sentences: at(parts.sentences) };
    document.documentElement.dataset.core = await post({ load });
    const sentences = window.pocketFile ? window.pocketFile.words : await (await fetch(parts.words)).text();
    await call('words', sentences);
  }

  // what is pressed while a newer state is being opened waits for that: else it would be opened without what was pressed
  let turn = Promise.resolve();
  function inTurn(task) {
    const done = turn.then(task);
    turn = done.catch(() => {});
    return done;
  }

  const newId = () => [...crypto.getRandomValues(new Uint8Array(12))].map((byte) => byte.toString(16).padStart(2, '0')).join('');

  document.addEventListener('alpine:init', () => Alpine.data('pocket', () => ({
    state: 'loading', view: { phase: '' }, kept: null, own: [], online: false, busy: false, unsent: 0,
    refused: '', broken: '', early: false, earlyAsks: '', fields: [], readFields: [], asked: null, moves: [], toldApart: false,
    trouble: {}, pictures: {}, electric: false, opened: {},
    signInFirst: false, voice: false, clock: '', asOf: '', left: '', passed: 0, wait: null,
    doneWord: '', reachedTitle: '', onWord: '', offWord: '', tries: 0,

    // a move whose time has come is done with one touch; before it that asks to be sure
    get moveNow() { const move = this.view.living?.move; return !!move && !move.stops && move.due; },
    get moveLater() { const move = this.view.living?.move; return !!move && !move.stops && !move.due; },

    picture(name) { return this.pictures[name] || ''; },

    async init() {
      this.onWord = texts().on;
      this.offWord = texts().off;
      document.documentElement.className = localStorage.getItem('pocket-theme') || 'night';
      this.voice = localStorage.getItem('pocket-voice') === 'yes';
      addEventListener('online', () => { this.tries = 0; this.send(); });
      addEventListener('offline', () => this.offline());
      document.addEventListener('visibilitychange', () => { if (!document.hidden) { this.tick(); this.send(); } });
      try {
        this.kept = window.pocketFile ? (await store.get(KEPT)) || window.pocketFile.snapshot : await store.get(KEPT);
        this.own = (await store.get(OWN)) || [];
        this.pictures = (await store.get('pocket-pictures')) || {};
        if (!this.kept) { this.state = 'empty'; this.send(); return; }
        await startCore();
        await this.reopen();
      } catch (broken) {
        this.broken = texts().broken;
        document.documentElement.dataset.failed = String(broken);
      }
      this.send();
    },

    // ---- what is shown
    now() { return Date.now() + (this.kept.taken - this.kept.local); },
    async reopen() {
      await call('open', JSON.stringify(this.kept), JSON.stringify(this.own), -new Date().getTimezoneOffset());
      await this.draw();
      this.state = 'open';
    },
    async draw(shown) {
      const before = this.view.step?.title;
      const view = shown || await call('view', this.now());
      this.view = view;
      this.fields = view.step?.fields || [];
      this.readFields = view.fields || [];
      this.wait = view.step?.wait || null;
      this.early = false;
      this.doneWord = view.step?.done || '';
      this.reachedTitle = view.onUtility ? texts().home : view.fed ? texts().reached : texts().safe;
      this.unsent = this.own.length;
      // what was kept by an earlier version says it in the phone's own way
      this.asOf = this.kept.asOf || new Date(this.kept.local).toLocaleString();
      // it is told only once it stands on the page
      await this.$nextTick();
      this.mark();
      this.tick();
      if (view.step && view.step.title !== before) {
        scrollTo(0, 0);
        this.say(view.step.title + '. ' + view.step.why);
      }
      this.keepAwake();
    },
    mark() {
      document.body.dataset.state = this.busy ? 'syncing' : this.online ? 'online' : 'offline';
      document.body.dataset.unsent = String(this.own.length);
      document.body.dataset.phase = this.view.phase;
    },
    get stories() {
      const told = this.view.stories;
      return told ? [{ key: 'log', ...told.log }, { key: 'phone', ...told.phone }] : [];
    },
    // what the stories differ on comes first
    get toLookAt() { return [...(this.view.parts || [])].sort((one, other) => this.differs(other.name) - this.differs(one.name)); },
    differs(part) { return !!this.view.stories?.differ.includes(part); },

    // one timer, and only while something runs out or the minute changes with somebody looking
    tick() {
      clearTimeout(this.ticking);
      if (!this.kept || document.hidden) return;
      const now = this.now();
      this.clock = new Date(now).toLocaleTimeString([], { hour: 'numeric', minute: '2-digit' });
      if (!this.wait || now >= this.wait.until) {
        if (this.wait && this.left) { this.say(texts().early); navigator.vibrate?.([300, 100, 300]); }
        this.left = '';
        this.wait = null;
        this.ticking = setTimeout(() => this.tick(), 60000 - (now % 60000));
        return;
      }
      const seconds = Math.ceil((this.wait.until - now) / 1000);
      this.left = Math.floor(seconds / 60) + ':' + String(seconds % 60).padStart(2, '0');
      this.passed = (now - this.wait.from) / (this.wait.until - this.wait.from);
      this.ticking = setTimeout(() => this.tick(), 1000 - (now % 1000));
    },

    // what is folded away is drawn once it is opened, and not with each step
    toggled(event) { this.opened[event.target.dataset.do] = event.target.open; },

    // ---- what is done
    act(what, more) { return inTurn(() => this.actNow(what, more)); },
    async actNow(what, more) {
      this.refused = '';
      const came = await call('act', JSON.stringify({ do: what, ...more }), this.now());
      if (came.entries.length > 0) {
        this.own.push(...came.entries.map((entry) => ({ id: newId(), ...entry })));
        try {
          await store.set(OWN, JSON.parse(JSON.stringify(this.own)));
        } catch (full) {
          this.broken = texts().storage;
        }
        this.asked = null;
        this.tries = 0;
        await this.draw(came.view);
        this.send();
      } else if (came.refused) {
        this.early = came.early;
        this.earlyAsks = came.refused;
        if (came.early) this.doneWord = texts().early; else this.refused = came.refused;
        if (came.fields) { if (what === 'read') this.readFields = came.fields; else this.fields = came.fields; }
        this.say(came.refused);
      }
      return came;
    },
    typed(event) { return Object.fromEntries(new FormData(event.target)); },
    confirm(event) {
      const step = this.view.step;
      const typed = this.typed(event);
      if (step.action === 'walk-round') return this.act('answers', { answers: typed, finish: true });
      return this.act('done', { action: step.action, circuit: step.circuit, fields: typed, early: this.early });
    },
    done(step) { return this.act('done', { action: step.action, circuit: step.circuit, fields: {} }); },
    measured(event, action) { return this.act('done', { action, fields: this.typed(event) }); },
    read(event) { return this.act('read', { fields: this.typed(event) }); },
    positions(event) { return this.act('positions', { parts: this.typed(event) }); },
    allClear(event) {
      const data = new FormData(event.target);
      return this.act('all-clear', { counted: data.getAll('counted'), sure: data.getAll('sure') });
    },
    async ask(circuit) { this.asked = await call('asked', circuit, this.now()); },
    forget() { this.asked = null; },
    async look(symptom, found) { this.trouble = await call('trouble', JSON.stringify({ symptom, found, start: this.electric ? 'electric' : 'pull' }), this.now()); },
    noTrouble() { this.trouble = {}; },
    async thatWasIt() {
      await this.act('cause-found', { symptom: this.trouble.symptom, cause: this.trouble.cause });
      this.noTrouble();
    },
    choose(event) { return this.act('choose', { pickUp: new FormData(event.target).getAll('pickUp') }); },
    toggleTheme() {
      const theme = document.documentElement.className === 'day' ? 'night' : 'day';
      localStorage.setItem('pocket-theme', theme);
      document.documentElement.className = theme;
    },
    switchOn(circuit) { return this.act('done', { action: 'pick-up', circuit, fields: {} }); },
    switchOff(circuit) { return this.act('open', { circuit }); },
    move() { return this.act('move', { off: this.view.living.move.off.map((one) => one.id), on: this.view.living.move.on.map((one) => one.id) }); },
    aim(goal) { return this.act('aim', { goal }); },
    stalled(cause) { return this.act('stalled', { cause }); },
    seen(sign) { return this.act('utility-seen', { sign }); },
    async planAnew() {
      const { moves } = await call('plan', this.now());
      this.moves = moves.map((move, i) => ({ key: i, at: move.at,
        text: [move.off.length ? this.offWord + ' ' + move.off.join(', ') : '', move.on.length ? this.onWord + ' ' + move.on.join(', ') : ''].filter(Boolean).join('; ') }));
    },
    press(event) {
      if (event.target.closest('input, select, textarea, summary, button') || event.ctrlKey || event.metaKey || event.altKey) return;
      if (event.key === ' ' || event.key === 'Enter') { event.preventDefault(); document.querySelector('.pocket-bar [data-do=done]:not([style*=none])')?.click(); }
      if (event.key === '!') this.act('make-safe');
    },

    // ---- aloud, and awake
    toggleVoice() {
      this.voice = !this.voice;
      localStorage.setItem('pocket-voice', this.voice ? 'yes' : 'no');
      if (this.voice) this.say(this.view.step?.title || ''); else window.speechSynthesis?.cancel();
      this.keepAwake();
    },
    say(text) {
      if (!this.voice || !window.speechSynthesis || !text) return;
      speechSynthesis.cancel();
      const said = new SpeechSynthesisUtterance(text);
      const own = speechSynthesis.getVoices().find((one) => one.localService && one.lang.startsWith('en'));
      if (own) said.voice = own;
      speechSynthesis.speak(said);
    },
    async keepAwake() {
      const wanted = this.voice && (this.view.phase === 'step' || this.wait);
      try {
        if (wanted && !this.lock) { this.lock = await navigator.wakeLock?.request('screen'); this.lock?.addEventListener('release', () => { this.lock = null; }); }
        if (!wanted && this.lock) await this.lock.release();
      } catch (asleep) { /* the browser does not let it */ }
    },

    // ---- with the server again
    offline() { this.online = false; this.busy = false; this.mark(); },
    async send() {
      if (this.busy || window.pocketFile || navigator.onLine === false) { if (navigator.onLine === false) this.offline(); return; }
      clearTimeout(this.retry);
      this.busy = true;
      this.mark();
      let sent = [];
      try {
        const fresh = await this.carry();
        if (fresh === 'sign-in') { this.signInFirst = this.own.length > 0; this.online = true; }
        else {
          this.online = true;
          this.signInFirst = false;
          sent = this.own.map((entry) => entry.id);
          if (sent.length > 0) await this.merge(fresh); else if (fresh) await this.take(fresh);
        }
        this.tries = 0;
      } catch (away) {
        this.online = false;
        document.documentElement.dataset.away = String(away);
        // asked again ever more seldom, and only while there is something to send and somebody looks
        if (this.own.length > 0 && !document.hidden) this.retry = setTimeout(() => this.send(), Math.min(60000, 3000 * 2 ** this.tries++));
      }
      this.busy = false;
      this.mark();
      // what was pressed meanwhile found it busy
      if (this.online && !this.signInFirst && this.own.some((entry) => !sent.includes(entry.id))) this.send();
    },
    async carry() {
      const answer = await fetch('/pocket/snapshot', { headers: { Accept: 'application/json' }, cache: 'no-store', signal: AbortSignal.timeout(10000) });
      if (answer.redirected || answer.status === 401 || answer.status === 403) return 'sign-in';
      if (answer.status === 204) return null;
      if (!answer.ok) throw new Error('status ' + answer.status);
      const snapshot = await answer.json();
      snapshot.local = Date.now();
      return snapshot;
    },
    async merge(fresh) {
      const answer = await fetch('/pocket/merge', {
        method: 'POST', signal: AbortSignal.timeout(20000),
        headers: { 'Content-Type': 'application/json', [fresh.formHeader]: fresh.form },
        body: JSON.stringify({ outage: this.kept.outage?.id ?? null, basedOn: this.kept.outage?.log.length ?? 0, entries: this.own }),
      });
      if (!answer.ok) throw new Error('status ' + answer.status);
      const came = await answer.json();
      this.toldApart ||= came.told.length > 0;
      const after = await this.carry();
      const took = new Set(came.took);
      await this.take(after, took);
    },
    /** @param took of what was done here, the ids of what the server has taken */
    take(snapshot, took = new Set()) { return inTurn(() => this.takeNow(snapshot, took)); },
    async takeNow(snapshot, took) {
      const own = this.own.filter((entry) => !took.has(entry.id));
      const empty = !this.kept;
      this.kept = snapshot;
      this.own = own;
      await store.setMany([[KEPT, snapshot], [OWN, JSON.parse(JSON.stringify(own))]]);
      if (empty) await startCore();
      await this.reopen();
    },
    takeAway() {
      const link = document.createElement('a');
      link.href = URL.createObjectURL(new Blob([JSON.stringify({ format: 'juice-swap-pocket', version: 1,
        outage: this.kept.outage?.id ?? null, basedOn: this.kept.outage?.log.length ?? 0, entries: this.own })], { type: 'application/json' }));
      link.download = 'juice-swap-phone.json';
      link.click();
    },
  })));
})();
