// What the browser adds to pages that work without it: keys, running timers, live updates. No rule of the job is here.
document.addEventListener('alpine:init', () => {
  const typing = (target) => target.closest('input, textarea, select');
  const pages = { 1: '/now', 2: '/swap', 5: '/house', 7: '/logbook' };

  Alpine.data('keys', () => ({
    init() { document.documentElement.dataset.keys = 'ready'; },
    press(event) {
      if (event.ctrlKey || event.metaKey || event.altKey || typing(event.target)) return;
      const dialog = document.querySelector('dialog[data-keys]');
      if (pages[event.key]) {
        location.href = pages[event.key];
      } else if (event.key === ' ' || event.key === 'Enter') {
        if (event.target.closest('button, a, summary')) return;
        this.click('[data-key="done"]', event);
      } else if (event.key === 'Backspace') {
        this.click('[data-key="undo"]', event);
      } else if (event.key === '.') {
        this.click('[data-key="not-so"]', event);
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
    showKeys() { document.querySelector('dialog[data-keys]').showModal(); },
    hideKeys() { document.querySelector('dialog[data-keys]').close(); },
  }));

  // counts down to a time of the server's clock
  Alpine.data('timer', () => ({
    text: '',
    init() {
      const until = Number(this.$el.dataset.until);
      const ahead = Number(this.$el.dataset.now) - Date.now();
      const tick = () => {
        const left = Math.max(0, Math.round((until - Date.now() - ahead) / 1000));
        this.text = left === 0 ? 'The time is up.' : Math.floor(left / 60) + ':' + String(left % 60).padStart(2, '0') + ' to go';
        if (left === 0) clearInterval(this.ticking);
      };
      this.ticking = setInterval(tick, 1000);
      tick();
    },
    destroy() { clearInterval(this.ticking); },
  }));

  // somebody else has written to the log: take the page as the server draws it now
  Alpine.data('live', () => ({
    init() {
      const source = new EventSource('/live');
      source.addEventListener('changed', (event) => {
        if (event.data !== document.querySelector('main').dataset.seen) this.refresh();
      });
    },
    async refresh() {
      if (document.activeElement && typing(document.activeElement)) {
        this.$root.querySelector('[data-stale]')?.removeAttribute('hidden');
        return;
      }
      const answer = await fetch(location.pathname, { headers: { Accept: 'text/html' } });
      if (!answer.ok) return;
      const fresh = new DOMParser().parseFromString(await answer.text(), 'text/html');
      Alpine.morph(document.querySelector('#frame'), fresh.querySelector('#frame').outerHTML);
    },
  }));
});
