// @ts-check
// Runs inside of every page and frame that a scan opens, before anything else does. It is handed over as text, so that it needs
// nothing but itself; what it noticed is read from where only the scan knows.

/**
 * @param {string} key where what was noticed lies
 * @param {string} ours origin whose scripts stand between a page and the browser, and do nothing by themselves
 */
export function watchPage(key, ours) {
  /** @type {{ kind: string, name: string, by: string }[]} */
  const noticed = [];
  const seen = new Set();
  Object.defineProperty(window, key, { value: noticed, enumerable: false });

  /** Address of the script that does what is done now; empty: it cannot be told. */
  const doer = () => {
    const stack = new Error().stack ?? '';
    for (const line of stack.split('\n').slice(3)) {
      const address = /(https?:\/\/[^\s)]+?):\d+:\d+\)?$/.exec(line)?.[1];
      if (address && !address.startsWith(`${ours}/`)) return address;
    }
    return document.currentScript instanceof HTMLScriptElement && document.currentScript.src
      ? document.currentScript.src
      : location.href;
  };
  /**
   * @param {string} kind
   * @param {string} name
   */
  const note = (kind, name = '') => {
    if (noticed.length >= 2000) return;
    const by = doer();
    const mark = `${kind} ${name} ${by}`;
    if (seen.has(mark)) return;
    seen.add(mark);
    noticed.push({ kind, name, by });
  };
  /**
   * @param {any} owner
   * @param {string} name
   * @param {(given: any[], self: any) => void} tell
   */
  const onCall = (owner, name, tell) => {
    const own = owner?.[name];
    if (typeof own !== 'function') return;
    try {
      owner[name] = function (/** @type {any[]} */ ...given) {
        try {
          tell(given, this);
        } catch {
          // A page goes on whatever becomes of what is noticed.
        }
        return new.target ? Reflect.construct(own, given, new.target) : own.apply(this, given);
      };
      owner[name].prototype = own.prototype;
    } catch {
      // It cannot be set here.
    }
  };
  /**
   * @param {any} owner
   * @param {string} name
   * @param {'get' | 'set'} which
   * @param {(self: any, value?: any) => void} tell
   */
  const onAccess = (owner, name, which, tell) => {
    const own = owner && Object.getOwnPropertyDescriptor(owner, name);
    if (!own?.[which] || !own.configurable) return;
    const ways = {
      get: /** @this {any} */ function () {
        if (which === 'get') tell(this);
        return own.get?.call(this);
      },
      set: /** @this {any} */ function (/** @type {any} */ value) {
        if (which === 'set') tell(this, value);
        own.set?.call(this, value);
      },
    };
    Object.defineProperty(owner, name, { ...own, [which]: ways[which] });
  };

  // Who keeps what.
  onAccess(Document.prototype, 'cookie', 'set', (_, value) => note('set-cookie', String(value).split('=')[0]?.trim()));
  onCall(window.CookieStore?.prototype, 'set', ([first]) => note('set-cookie', String(first?.name ?? first)));
  onCall(Storage.prototype, 'setItem', ([name], self) =>
    note(self === window.localStorage ? 'set-local' : 'set-session', String(name)),
  );

  // What is read so that a device is known again.
  onCall(HTMLCanvasElement.prototype, 'toDataURL', () => note('canvas'));
  onCall(HTMLCanvasElement.prototype, 'toBlob', () => note('canvas'));
  onCall(window.OffscreenCanvas?.prototype, 'convertToBlob', () => note('canvas'));
  onCall(CanvasRenderingContext2D.prototype, 'getImageData', () => note('canvas'));
  for (const kind of [window.WebGLRenderingContext, window.WebGL2RenderingContext]) {
    // The names of maker and model.
    onCall(kind?.prototype, 'getParameter', ([which]) => [0x9245, 0x9246].includes(which) && note('graphics'));
    onCall(kind?.prototype, 'readPixels', () => note('graphics'));
  }
  onCall(window.OfflineAudioContext?.prototype, 'startRendering', () => note('audio'));
  /** How many fonts somebody has to try before it is more than a page that is laid out. */
  const MANY_FONTS = 15;
  /** @type {Set<string>} */
  const fonts = new Set();
  const tried = (/** @type {string} */ font) => {
    fonts.add(font);
    if (fonts.size === MANY_FONTS) note('font-list');
  };
  onCall(CanvasRenderingContext2D.prototype, 'measureText', (_, self) => tried(self.font));
  onCall(window.FontFaceSet?.prototype, 'check', ([font]) => tried(String(font)));
  onCall(/** @type {any} */ (window).NavigatorUAData?.prototype, 'getHighEntropyValues', () => note('device-details'));
  onCall(window.MediaDevices?.prototype, 'enumerateDevices', () => note('devices'));
  onCall(Navigator.prototype, 'getBattery', () => note('battery'));
  onCall(window.Geolocation?.prototype, 'getCurrentPosition', () => note('position'));
  onCall(window.Geolocation?.prototype, 'watchPosition', () => note('position'));

  // Who reads what is typed, and how somebody moves.
  const named = (/** @type {any} */ field) => field.name || field.id || field.type || 'field';
  for (const kind of [HTMLInputElement, HTMLTextAreaElement, HTMLSelectElement])
    onAccess(kind.prototype, 'value', 'get', (self) => self.type !== 'hidden' && note('form-read', named(self)));
  onCall(window, 'FormData', ([form]) => form instanceof HTMLFormElement && note('form-read', form.id || 'form'));
  onCall(EventTarget.prototype, 'addEventListener', ([event], self) => {
    if (['keydown', 'keyup', 'keypress', 'input', 'beforeinput', 'paste'].includes(event)) note('keys');
    if (['mousemove', 'pointermove', 'touchmove'].includes(event) && !(self instanceof MediaQueryList))
      note('movements');
  });
}
