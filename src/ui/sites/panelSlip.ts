import type { KeptAnswer, PanelRules } from '../../core/sites/plan';
import type { PanelConfig } from '../../core/sites/views';

// What a visitor sees: a slip of paper at the edge of the page, with three buttons alike in size, weight and colour. It dims nothing
// and stops nothing: whoever reads on has not answered.

interface Slip {
  config: PanelConfig;
  rules: PanelRules;
  language: string;
  /** The browser says no to sale and sharing, and that binds here. */
  signal: boolean;
  answered(yes: readonly string[], language: string): void;
  kept(): KeptAnswer | null;
}

const STYLE = `
:host { all: initial; }
* { box-sizing: border-box; }
.slip, .back { font: 15px/1.45 system-ui, sans-serif; color: #1f2426; background: #fffdf8; }
.slip { position: fixed; z-index: 2147483646; max-width: 760px; max-height: 80vh; overflow: auto; padding: 16px 20px;
  border: 1px solid #51575a; border-top: 3px solid #1d4d42; margin: 0 auto; }
.slip[hidden], .back[hidden] { display: none; }
.bottom { left: 16px; right: 16px; bottom: 16px; }
.top { left: 16px; right: 16px; top: 16px; }
.corner { inset-inline-start: 16px; bottom: 16px; max-width: min(400px, calc(100vw - 32px)); }
.centre { left: 16px; right: 16px; top: 20vh; }
h2 { font: 600 18px/1.35 Georgia, serif; margin: 0 0 10px; overflow: hidden; }
p { margin: 0 0 10px; }
ul { list-style: none; margin: 0 0 12px; padding: 0; border-top: 1px solid #ddd5c4; }
li { padding: 9px 0; border-bottom: 1px solid #ddd5c4; }
label { display: flex; gap: 10px; align-items: baseline; font-weight: 600; }
li div { margin-inline-start: 26px; }
.who { color: #51575a; font-size: 13.5px; }
input { width: 16px; height: 16px; flex: none; }
.row { display: flex; flex-wrap: wrap; gap: 8px; }
button, select { font: inherit; color: inherit; background: #fffdf8; border: 1px solid #51575a; padding: 9px 14px; min-height: 44px; }
.row button { flex: 1 1 150px; font-weight: 600; cursor: pointer; }
button:focus-visible, input:focus-visible, select:focus-visible, h2:focus-visible { outline: 3px solid #1d4d42; outline-offset: 2px; }
.languages { float: inline-end; margin-inline-start: 12px; }
.back { position: fixed; z-index: 2147483645; inset-inline-start: 8px; bottom: 8px; padding: 6px 10px; min-height: 32px; cursor: pointer; }
@media (prefers-color-scheme: dark) {
  .slip, .back, button, select { color: #ece6d8; background: #1c2122; }
  .slip { border-color: #b6b3a7; border-top-color: #86c2ac; }
  .who { color: #b6b3a7; }
  ul, li { border-color: #353c3c; }
}
`;

type Part = Node | string;

function make<K extends keyof HTMLElementTagNameMap>(
  tag: K,
  attributes: Record<string, string>,
  ...parts: Part[]
): HTMLElementTagNameMap[K] {
  const element = document.createElement(tag);
  for (const [name, value] of Object.entries(attributes)) element.setAttribute(name, value);
  element.append(...parts);
  return element;
}

// What is drawn shares what was chosen so far.
// eslint-disable-next-line max-lines-per-function
export function slip({ config, rules, language: first, signal, answered, kept }: Slip) {
  const host = make('div', { 'data-bookend': config.site });
  const root = host.attachShadow({ mode: 'open' });
  // A sheet that a script makes needs no leave of a strict content security policy.
  const sheet = new CSSStyleSheet();
  sheet.replaceSync(STYLE);
  root.adoptedStyleSheets = [sheet];
  let language = first;
  let isUnfolded = false;
  let isAsked = false;
  const panel = make('section', { class: `slip ${config.position}`, role: 'region', hidden: '' });
  const back = make('button', { class: 'back', type: 'button' });
  const asked = rules.purposes.filter(({ mode }) => mode !== 'always');

  const answer = (yes: readonly string[]) => {
    answered(yes, language);
    close();
  };
  const button = (name: string, text: string, act: () => void) => {
    const one = make('button', { type: 'button', 'data-act': name }, text);
    one.addEventListener('click', act);
    return one;
  };
  function close(): void {
    panel.hidden = true;
    back.hidden = false;
    isUnfolded = false;
    if (isAsked) back.focus();
    isAsked = false;
  }
  function draw(): void {
    const { question, words, purposes, isRightToLeft } = config.languages[language]!;
    panel.lang = language;
    panel.dir = isRightToLeft ? 'rtl' : 'ltr';
    panel.setAttribute('aria-label', words.label);
    const before = kept();
    const ticks = new Map<string, HTMLInputElement>();
    const list = rules.purposes.map(({ id, mode }) => {
      const { title, plain, who } = purposes[id]!;
      const more = [make('div', {}, plain), ...(who ? [make('div', { class: 'who' }, who)] : [])];
      if (mode === 'always') return make('li', {}, make('strong', {}, `${title} – ${words.always}`), ...more);
      const tick = make('input', { type: 'checkbox', value: id });
      // Nothing is ticked that was not said: what is on until a no is shown as it is.
      tick.checked = before ? before.yes.includes(id) : mode === 'opt-out' && !signal;
      ticks.set(id, tick);
      return make('li', {}, make('label', {}, tick, title), ...more);
    });
    const saying = [
      ...(signal && rules.purposes.some(({ isSale }) => isSale) ? [make('p', {}, words.signal)] : []),
      ...(isUnfolded ? [make('ul', {}, ...list)] : []),
    ];
    const chosen = () => [...ticks].filter(([, { checked }]) => checked).map(([id]) => id);
    const buttons = isUnfolded
      ? [button('save', words.save, () => answer(chosen()))]
      : [
          button('yes', words.yes, () => answer(asked.map(({ id }) => id))),
          button('no', words.no, () => answer([])),
          button('choose', words.choose, () => {
            isUnfolded = true;
            draw();
            panel.querySelector('h2')!.focus();
          }),
        ];
    const sale = config.namesSale && !isUnfolded ? [button('not-sold', words.doNotSell, () => answer(notSold()))] : [];
    panel.replaceChildren(
      ...languages(),
      make('h2', { tabindex: '-1' }, question),
      ...saying,
      make('div', { class: 'row' }, ...buttons, ...sale),
    );
    back.textContent = words.back;
  }
  /** All but what is sold or shared, as it stands. */
  const notSold = () => {
    const before = kept();
    return asked
      .filter(({ id, isSale, mode }) => !isSale && (before ? before.yes.includes(id) : mode === 'opt-out'))
      .map(({ id }) => id);
  };
  function languages(): HTMLElement[] {
    const names = Object.keys(config.languages);
    if (names.length < 2) return [];
    const sayIn = (code: string) => new Intl.DisplayNames([code], { type: 'language' }).of(code) ?? code;
    const select = make('select', { class: 'languages', 'aria-label': 'Language' });
    for (const code of names) select.append(make('option', { value: code, lang: code }, sayIn(code)));
    select.value = language;
    select.addEventListener('change', () => {
      language = select.value;
      draw();
      panel.querySelector('select')!.focus();
    });
    return [select];
  }
  /** @param byPerson somebody asked for it: it comes unfolded, and the focus goes there */
  function open(byPerson: boolean): void {
    isAsked = byPerson;
    isUnfolded = byPerson;
    draw();
    panel.hidden = false;
    back.hidden = true;
    if (byPerson) panel.querySelector('h2')!.focus();
  }
  panel.addEventListener('keydown', ({ key }) => {
    if (key !== 'Escape' || !isUnfolded) return;
    isUnfolded = false;
    // Whoever had answered goes back to the page; whoever had not is still asked.
    if (kept()) close();
    else draw();
  });
  back.addEventListener('click', () => open(true));
  document.addEventListener('click', (event) => {
    const link = (event.target as Element | null)?.closest?.('[data-bookend-open]');
    if (!link) return;
    event.preventDefault();
    open(true);
  });
  draw();
  root.append(panel, back);
  document.body.append(host);
  return { open, close };
}
