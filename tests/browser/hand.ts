/**
 * Somebody who works: each click, drag, key and run of typed words counts as one action; so does going on with the same key
 * until something is reached, as with letters typed in a row. All keys are counted beside that.
 */
import { expect, type Locator, type Page } from '@playwright/test';
import { item, saved } from './support';

export class Hand {
  actions = 0;
  /** Keys pressed one by one, each letter but those of typed words among them. */
  keys = 0;
  constructor(readonly page: Page) {}
  private async act<T>(work: Promise<T>): Promise<T> {
    this.actions++;
    return work;
  }
  click = (at: Locator, options: Parameters<Locator['click']>[0] = {}) => this.act(at.click(options));
  twice = (at: Locator) => this.act(at.dblclick());
  menu = (at: Locator) => this.act(at.click({ button: 'right' }));
  choose = (at: Locator, value: string) => this.act(at.selectOption(value));
  press(key: string) {
    this.keys++;
    return this.act(this.page.keyboard.press(key));
  }
  /** Goes on with one key until something has the keyboard. */
  async walk(to: Locator, key = 'Tab', most = 60) {
    this.actions++;
    for (let i = 0; i < most; i++) {
      this.keys++;
      await this.page.keyboard.press(key);
      if (await to.evaluate((element) => element === document.activeElement)) return;
    }
    throw new Error(`${key} does not lead there in ${most} steps`);
  }
  /** The same key so many times. */
  async times(count: number, key: string) {
    this.actions++;
    for (let i = 0; i < count; i++) {
      this.keys++;
      await this.page.keyboard.press(key);
    }
  }
  type = (text: string) => this.act(this.page.keyboard.type(text));
  async paste(text: string) {
    await this.act(this.page.keyboard.insertText(text));
  }
  async drag(from: Locator, to: { x: number; y: number }) {
    const { x, y, width, height } = (await from.boundingBox())!;
    await this.page.mouse.move(x + width / 2, y + height / 2);
    await this.page.mouse.down();
    await this.page.mouse.move(to.x, to.y, { steps: 8 });
    await this.act(this.page.mouse.up());
  }
  /** Opens the field that finds anything. */
  async ask() {
    await this.press('Control+k');
    await expect(this.page.getByRole('dialog', { name: 'Find anything' })).toBeVisible();
  }
  /** Types what is asked for, and sees that it is what stands first. */
  async words(text: string, found: RegExp) {
    await this.type(text);
    await expect(this.page.locator('[cmdk-item][data-selected=true]')).toHaveText(found);
  }
  /** Asks for several things, one after the other, in the one field: one action, and two for each. */
  async askFor(...all: readonly (readonly [string, RegExp])[]) {
    await this.ask();
    for (const [i, [text, found]] of all.entries()) {
      await this.words(text, found);
      if (i < all.length - 1) {
        await this.press('Shift+Enter');
        await expect(this.page.getByText(/^Done: /)).toBeVisible();
      } else await this.press('Enter');
    }
    await expect(this.page.getByRole('dialog', { name: 'Find anything' })).toBeHidden();
  }
  /** Finds a setting or a command by its words: three actions. */
  async find(text: string) {
    await this.ask();
    await this.type(text);
    await expect(this.page.locator('[cmdk-item][data-selected=true]')).toBeVisible();
    await this.press('Enter');
    await expect(this.page.getByRole('dialog', { name: 'Find anything' })).toBeHidden();
    // What was found takes the keyboard a moment later.
    await this.page.waitForTimeout(400);
  }
  /** Lines typed below each other. */
  async lines(...texts: string[]) {
    for (const [i, text] of texts.entries()) {
      if (i > 0) await this.press('Enter');
      await this.type(text);
    }
  }
  atMost(count: number) {
    console.log(`${this.actions} actions of ${count}${this.keys ? ` (${this.keys} keys)` : ''}`);
    expect(this.actions).toBeLessThanOrEqual(count);
  }
}

/** Five ideas as somebody types them. */
export const FIVE_IDEAS = [
  'Marsh - feeds -> Birds',
  'Marsh - holds -> Mud',
  'Birds - eat -> Worms',
  'Mud - hides -> Crabs',
] as const;

/** People of two departments, and a sheet as it comes: headings in another language, somebody twice, superiors misspelt. */
export const STAFF = 'Name,Post,Reports to,Department\nAnn,Head,,Garden\nBo,Lead,Ann,Seeds\nCy,Lead,Ann,Garden\n';
export const MESS =
  'Mitarbeiter-Nr;Vor- und Nachname;Stelle;Vorgesetzter\n1;Åsa Lund;Leitung;\n2;Jörg Ek;Lotse;Asa Lund\n3; Nils  Bo ;Lotse;A. Lund\n4;Jörg Ek;Lotse;Asa Lund\n5;;Wache;Nils Bo\n';

/** Opens another chart of the staff once a look was kept: as two actions. @returns whether two people's colours differ, which they don't yet */
export async function openPlain(hand: Hand, look: string, other: string): Promise<() => Promise<boolean>> {
  const { page } = hand;
  await expect(page.getByText(`${look} is kept; this chart follows it.`)).toBeVisible();
  await saved(page);
  await page.goto(`/chart/${other}`);
  hand.actions += 2;
  await expect(item(page, 'Bo')).toBeVisible();
  const fill = (who: string) => item(page, who).locator('path').first().getAttribute('fill');
  expect(await fill('Bo')).toBe(await fill('Cy'));
  return async () => (await fill('Bo')) !== (await fill('Cy'));
}
