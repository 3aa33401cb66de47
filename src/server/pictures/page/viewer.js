// @ts-check
// What a picture does on a page by itself: it is zoomed, moved, searched and folded, and goes along with the outline beside it.
(() => {
  const view = /** @type {HTMLElement} */ (document.getElementById('view'));
  const svg = /** @type {SVGSVGElement} */ (view.querySelector('svg'));
  const field = /** @type {HTMLInputElement} */ (document.getElementById('find'));
  const said = /** @type {HTMLElement} */ (document.getElementById('said'));
  const items = new Map(
    [...svg.querySelectorAll('[data-item]')].map((item) => [
      /** @type {string} */ (item.getAttribute('data-item')),
      /** @type {SVGGElement} */ (item),
    ]),
  );
  const lines = [.../** @type {NodeListOf<SVGGElement>} */ (svg.querySelectorAll('[data-from]'))];
  const entries = new Map(
    [.../** @type {NodeListOf<HTMLElement>} */ (document.querySelectorAll('#outline [data-of]'))].map((entry) => [
      /** @type {string} */ (entry.dataset['of']),
      entry,
    ]),
  );
  const [, , wide = 1, high = 1] = /** @type {string} */ (svg.getAttribute('viewBox')).split(' ').map(Number);
  let scale = 1;
  let [x, y] = [0, 0];
  const show = () => {
    svg.style.transform = `translate(${x}px, ${y}px) scale(${scale})`;
  };
  const whole = () => {
    scale = Math.min(view.clientWidth / wide, view.clientHeight / high);
    [x, y] = [(view.clientWidth - wide * scale) / 2, (view.clientHeight - high * scale) / 2];
    show();
  };
  /** @param {number} by @param {number} px @param {number} py the point that stays where it is */
  const zoom = (by, px = view.clientWidth / 2, py = view.clientHeight / 2) => {
    const next = Math.min(12, Math.max(0.05, scale * by));
    x = px - ((px - x) * next) / scale;
    y = py - ((py - y) * next) / scale;
    scale = next;
    show();
  };
  svg.setAttribute('width', String(wide));
  svg.setAttribute('height', String(high));
  view.addEventListener(
    'wheel',
    (event) => {
      event.preventDefault();
      const box = view.getBoundingClientRect();
      zoom(Math.exp(-event.deltaY / 400), event.clientX - box.left, event.clientY - box.top);
    },
    { passive: false },
  );
  /** @type {Map<number, { x: number; y: number }>} */
  const fingers = new Map();
  view.addEventListener('pointerdown', (event) => {
    if (event.target instanceof Element && event.target.closest('a')) return;
    fingers.set(event.pointerId, { x: event.clientX, y: event.clientY });
    view.setPointerCapture(event.pointerId);
  });
  view.addEventListener('pointermove', (event) => {
    const at = fingers.get(event.pointerId);
    if (!at) return;
    const next = { x: event.clientX, y: event.clientY };
    const other = [...fingers].find(([id]) => id !== event.pointerId)?.[1];
    if (other) {
      const box = view.getBoundingClientRect();
      const far = (/** @type {{ x: number; y: number }} */ one) => Math.hypot(one.x - other.x, one.y - other.y);
      zoom(far(next) / Math.max(1, far(at)), other.x - box.left, other.y - box.top);
    } else {
      x += next.x - at.x;
      y += next.y - at.y;
      show();
    }
    fingers.set(event.pointerId, next);
  });
  // Pressed and let go in one place, an item is told of.
  /** @type {{ x: number, y: number, id: string | null } | undefined} */
  let pressed;
  view.addEventListener('pointerdown', (event) => {
    const item = event.target instanceof Element ? event.target.closest('[data-item]') : null;
    pressed = { x: event.clientX, y: event.clientY, id: item?.getAttribute('data-item') ?? null };
  });
  view.addEventListener('pointerup', (event) => {
    if (!pressed || Math.hypot(event.clientX - pressed.x, event.clientY - pressed.y) > 5) return;
    mark(pressed.id, false);
  });
  for (const end of ['pointerup', 'pointercancel'])
    view.addEventListener(end, (event) => fingers.delete(/** @type {PointerEvent} */ (event).pointerId));

  /** @type {Record<string, () => void>} */
  const keys = {
    '+': () => zoom(1.25),
    '=': () => zoom(1.25),
    '-': () => zoom(0.8),
    0: whole,
    ArrowLeft: () => move(60, 0),
    ArrowRight: () => move(-60, 0),
    ArrowUp: () => move(0, 60),
    ArrowDown: () => move(0, -60),
  };
  /** @param {number} dx @param {number} dy */
  const move = (dx, dy) => {
    x += dx;
    y += dy;
    show();
  };
  view.addEventListener('keydown', (event) => {
    const act = event.ctrlKey || event.metaKey || event.altKey ? undefined : keys[event.key];
    if (!act) return;
    event.preventDefault();
    act();
  });
  for (const [id, act] of /** @type {const} */ ([
    ['closer', () => zoom(1.25)],
    ['further', () => zoom(0.8)],
    ['whole', whole],
    ['print', () => window.print()],
  ]))
    document.getElementById(id)?.addEventListener('click', act);

  /** @type {Record<string, [string, string][]>} */
  const fields = JSON.parse(document.getElementById('fields')?.textContent ?? '{}');
  const about = /** @type {HTMLElement} */ (document.getElementById('about'));
  /** @param {string} name @param {string} [text] @param {...Node} children */
  const make = (name, text, ...children) => {
    const element = document.createElement(name);
    if (text !== undefined) element.textContent = text;
    element.append(...children);
    return element;
  };
  /** Whom an entry stands under, from the top down. @param {HTMLElement} entry */
  const above = (entry) => {
    /** @type {string[]} */
    const ids = [];
    for (let at = entry.parentElement?.closest('details'); at; at = at.parentElement?.closest('details')) {
      const id = at.dataset['branch'];
      if (id !== undefined) ids.unshift(id);
    }
    return ids;
  };
  /** Tells of an item: the way up from it, what is known of it, and its branch. @param {string | null} id */
  const tell = (id) => {
    const entry = id === null ? undefined : entries.get(id);
    about.hidden = id === null || !entry;
    if (id === null || !entry) return;
    const up = above(entry).map((one) => {
      const button = /** @type {HTMLButtonElement} */ (make('button', entries.get(one)?.textContent ?? ''));
      button.type = 'button';
      button.addEventListener('click', () => mark(one));
      return make('li', undefined, button);
    });
    const way = make('ol', undefined, ...up);
    way.setAttribute('aria-label', about.dataset['up'] ?? '');
    const known = (fields[id] ?? []).flatMap(([label, value]) => [make('dt', label), make('dd', value)]);
    const branch = [];
    const address = about.dataset['address'];
    if (address !== undefined && entry.nextElementSibling instanceof HTMLDetailsElement) {
      const link = /** @type {HTMLAnchorElement} */ (make('a', about.dataset['branch']));
      link.href = `${address}?branch=${encodeURIComponent(id)}`;
      branch.push(link);
    }
    const heading = make('h2', entry.textContent ?? '');
    heading.dir = 'auto';
    about.replaceChildren(
      heading,
      ...(up.length > 0 ? [way] : []),
      ...(known.length > 0 ? [make('dl', undefined, ...known)] : []),
      ...branch,
    );
  };

  /** @type {string | null} */
  let marked = null;
  /** @param {string | null} id @param {boolean} [moves] whether it is brought to the middle */
  const mark = (id, moves = true) => {
    if (marked !== null) {
      items.get(marked)?.removeAttribute('data-marked');
      entries.get(marked)?.removeAttribute('aria-current');
    }
    marked = id;
    tell(id);
    if (id === null) return;
    const item = items.get(id);
    const entry = entries.get(id);
    for (let at = entry?.parentElement; at; at = at.parentElement) if (at instanceof HTMLDetailsElement) at.open = true;
    entry?.setAttribute('aria-current', 'true');
    // Where the list has a frame of its own it is moved in it; the page itself stays where it is.
    const frameOfList = entry?.closest('aside');
    if (entry && frameOfList && frameOfList.scrollHeight > frameOfList.clientHeight)
      entry.scrollIntoView({ block: 'nearest' });
    if (!item) return;
    item.setAttribute('data-marked', '');
    if (!moves) return;
    if (scale < 0.5) zoom(0.8 / scale);
    const box = item.getBoundingClientRect();
    const frame = view.getBoundingClientRect();
    // What is in view stays where it is.
    if (box.left >= frame.left && box.right <= frame.right && box.top >= frame.top && box.bottom <= frame.bottom)
      return;
    move(
      frame.left + frame.width / 2 - box.left - box.width / 2,
      frame.top + frame.height / 2 - box.top - box.height / 2,
    );
  };
  for (const [id, entry] of entries) entry.addEventListener('click', () => mark(id));

  const plain = (/** @type {string} */ text) => text.normalize('NFD').replace(/\p{M}/gu, '').toLowerCase();
  /** All that is said of an item. @param {string} id */
  const words = (id) =>
    plain([entries.get(id)?.textContent ?? '', ...(fields[id] ?? []).map(([, value]) => value)].join(' '));
  /** @type {string[]} */
  let found = [];
  const find = (/** @type {number} */ step) => {
    const wanted = plain(field.value.trim());
    found = wanted === '' ? [] : [...entries].filter(([id]) => words(id).includes(wanted)).map(([id]) => id);
    const at = marked === null ? -1 : found.indexOf(marked);
    const next = at < 0 ? 0 : (at + step + found.length) % found.length;
    mark(found[next] ?? null);
    said.textContent =
      wanted === '' ? '' : found.length === 0 ? (said.dataset['none'] ?? '') : `${next + 1} / ${found.length}`;
  };
  field.addEventListener('input', () => {
    // What is marked stays so while it still is what is looked for.
    if (marked !== null && !words(marked).includes(plain(field.value.trim()))) mark(null);
    find(0);
  });
  field.addEventListener('keydown', (event) => {
    if (event.key === 'Enter') find(event.shiftKey ? -1 : 1);
    if (event.key === 'Escape') {
      field.value = '';
      find(0);
    }
  });

  // What is folded in the outline is folded in the picture.
  const folds = [.../** @type {NodeListOf<HTMLDetailsElement>} */ (document.querySelectorAll('#outline details'))];
  const fold = () => {
    /** @type {Set<string>} */
    const hidden = new Set();
    /** @type {Set<string>} */
    const closed = new Set();
    for (const branch of folds) {
      if (branch.open) continue;
      closed.add(/** @type {string} */ (branch.dataset['branch']));
      for (const entry of branch.querySelectorAll(':scope > ul [data-of]'))
        hidden.add(/** @type {HTMLElement} */ (entry).dataset['of'] ?? '');
    }
    for (const [id, item] of items) item.style.display = hidden.has(id) ? 'none' : '';
    for (const line of lines) {
      const from = line.getAttribute('data-from') ?? '';
      line.style.display = hidden.has(from) || closed.has(from) ? 'none' : '';
    }
  };
  for (const branch of folds) branch.addEventListener('toggle', fold);
  addEventListener('keydown', (event) => {
    if (event.key !== '/' || event.target === field) return;
    event.preventDefault();
    field.focus();
  });
  addEventListener('resize', whole);
  whole();
})();
