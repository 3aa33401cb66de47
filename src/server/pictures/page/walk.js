// @ts-check
// A decision tree answered one question at a time, the way lit on the picture of the page.
(() => {
  const holder = document.getElementById('walk-data');
  const panel = document.getElementById('walk');
  const svg = document.querySelector('#view svg');
  if (!holder || !panel || !svg) return;
  /** @type {{ start: string, words: Record<string, string>, steps: Record<string, { says: string, kind: string, value?: number, expected?: number, ways: { to: string, answer: string, d: string, cost?: number, chance?: number }[] }> }} */
  const walk = JSON.parse(holder.textContent ?? '');
  const { words } = walk;
  /** @type {number[]} */
  let answers = [];
  const number = (/** @type {number} */ value) => value.toLocaleString('en-GB', { maximumFractionDigits: 2 });
  const part = (/** @type {number} */ value) => `${number(value * 100)} %`;
  /** @param {string} name @param {string} [text] @param {...Node} children */
  const make = (name, text, ...children) => {
    const element = document.createElement(name);
    if (text !== undefined) element.textContent = text;
    element.append(...children);
    return element;
  };
  /** @param {string} text @param {() => void} act */
  const button = (text, act) => {
    const own = /** @type {HTMLButtonElement} */ (make('button', text));
    own.type = 'button';
    own.addEventListener('click', act);
    return own;
  };
  const layer = document.createElementNS('http://www.w3.org/2000/svg', 'g');
  for (const [name, value] of /** @type {const} */ ([
    ['fill', 'none'],
    ['stroke', '#b3412e'],
    ['stroke-width', '7'],
    // Words that the way runs through are read under it.
    ['stroke-opacity', '0.4'],
    ['aria-hidden', 'true'],
  ]))
    layer.setAttribute(name, value);
  svg.append(layer);
  /** @param {boolean} moved the keyboard goes to the question */
  const show = (moved) => {
    const path = [walk.start];
    const lit = [];
    for (const answer of answers) {
      const way = walk.steps[/** @type {string} */ (path.at(-1))]?.ways[answer];
      if (!way) break;
      lit.push(way);
      path.push(way.to);
    }
    const now = walk.steps[/** @type {string} */ (path.at(-1))];
    if (!now) return;
    layer.replaceChildren(
      ...lit.map(({ d }) => {
        const line = document.createElementNS('http://www.w3.org/2000/svg', 'path');
        line.setAttribute('d', d);
        return line;
      }),
    );
    for (const item of /** @type {NodeListOf<SVGGElement>} */ (svg.querySelectorAll('[data-item]'))) {
      const id = item.getAttribute('data-item') ?? '';
      item.style.opacity = path.includes(id) ? '' : '0.4';
      item.toggleAttribute('data-asked', id === path.at(-1));
    }
    const question = make('h2', now.says);
    question.tabIndex = -1;
    const said = [];
    if (now.kind === 'outcome') {
      said.push(make('p', words['outcome']));
      if (walk.steps[walk.start]?.expected !== undefined) {
        const spent = lit.reduce((sum, { cost = 0 }) => sum + cost, 0);
        const ends = path.reduce((sum, id) => sum + (walk.steps[id]?.value ?? 0), 0);
        const chance = lit.reduce((product, { chance = 1 }) => product * chance, 1);
        said.push(make('p', undefined, make('b', `${words['comes']} ${number(ends - spent)}`)));
        if (spent !== 0) said.push(make('p', `${number(ends)} - ${number(spent)} (${words['spent']})`));
        if (chance < 1) said.push(make('p', `${words['chance']} ${part(chance)}`));
      }
    } else if (now.expected !== undefined) said.push(make('p', `${words['expected']} ${number(now.expected)}`));
    const ways = now.ways.map(({ answer, cost, chance }, at) => {
      const own = button(answer, () => {
        answers = [...answers, at];
        show(true);
      });
      const more = [
        ...(chance === undefined ? [] : [`${words['chance']} ${part(chance)}`]),
        ...(cost === undefined ? [] : [`${words['costs']} ${number(cost)}`]),
      ];
      if (more.length > 0) own.append(make('small', ` ${more.join(', ')}`));
      return make('li', undefined, own);
    });
    const back = button(words['back'] ?? '', () => {
      answers = answers.slice(0, -1);
      show(true);
    });
    const begin = button(words['begin'] ?? '', () => {
      answers = [];
      show(true);
    });
    back.disabled = answers.length === 0;
    begin.disabled = answers.length === 0;
    panel.replaceChildren(question, ...said, make('ol', undefined, ...ways), back, begin);
    if (moved) question.focus();
  };
  const toggle = document.getElementById('answer');
  toggle?.addEventListener('click', () => {
    const opens = panel.hidden;
    panel.hidden = !opens;
    toggle.setAttribute('aria-expanded', String(opens));
    if (opens) show(true);
    else {
      layer.replaceChildren();
      for (const item of /** @type {NodeListOf<SVGGElement>} */ (svg.querySelectorAll('[data-item]'))) {
        item.style.opacity = '';
        item.removeAttribute('data-asked');
      }
    }
  });
})();
