// The core's own thread. The page says first where its parts are; then whatever it calls is answered, in order.
let core;
const formatted = new Map();
// figures as the message files write them
const formats = { number: {
  integer: { maximumFractionDigits: 0 }, '0': { maximumFractionDigits: 0, useGrouping: false }, '0.0': { minimumFractionDigits: 1, maximumFractionDigits: 1, useGrouping: false }, '#,##0': { maximumFractionDigits: 0 } } };
self.juiceFormat = (pattern, values) => {
  let message = formatted.get(pattern);
  if (!message) formatted.set(pattern, message = new IntlMessageFormat.IntlMessageFormat(pattern, 'en', formats));
  return String(message.format(JSON.parse(values)));
};
async function load(parts) {
  // a file that was taken along has them in front of this
  if (parts.sentences) importScripts(parts.sentences);
  try {
    if (parts.runtime) importScripts(parts.runtime);
    core = (await TeaVM.wasmGC.load(parts.bytes ?? parts.core)).exports;
    return 'webassembly';
  } catch (older) {
    importScripts(parts.script);
    core = self;
    return 'script';
  }
}
let before = Promise.resolve();
self.onmessage = ({ data }) => {
  before = before.then(async () => {
    try {
      const answer = data.load ? await load(data.load) : core[data.call](...data.with);
      self.postMessage({ id: data.id, answer });
    } catch (failed) {
      self.postMessage({ id: data.id, failed: String(failed.stack ?? failed) });
    }
  });
};
