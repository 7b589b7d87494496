import { expect, test, type Locator, type Page } from '@playwright/test';

/** What a technician does on the screen, in their words. */
export class Technician {
  /** @param others pages of other phones on the same visit: time goes on for all of them alike */
  constructor(
    private readonly page: Page,
    private readonly others: readonly Page[] = [],
  ) {}

  /** Lets time go by, mm:ss. */
  async wait(time: string): Promise<void> {
    for (const page of [this.page, ...this.others]) await page.clock.fastForward(time);
  }

  async press(name: string | RegExp): Promise<void> {
    await this.page.getByRole('button', { name, exact: typeof name === 'string' }).click();
  }

  async openVisit(id: string): Promise<void> {
    await this.page.getByTestId(`visit-${id}`).click();
    await expect(this.page.getByTestId(/^bead-/)).toBeVisible();
  }

  async noteAir(air: string, humidity: string, wind: string, sun = 'Shade'): Promise<void> {
    await this.page.getByTestId('air').fill(air);
    await this.page.getByTestId('humidity').fill(humidity);
    await this.page.getByTestId('wind').fill(wind);
    await this.page.getByRole('radio', { name: sun }).click();
  }

  /** Grades in the order the strip asks for them. */
  async grade(...grades: number[]): Promise<void> {
    for (const grade of grades) await this.page.getByRole('radio', { name: new RegExp(`^${grade} `) }).click();
  }

  /** Answers questions of Look, each by its name. */
  async answer(...pairs: readonly (readonly [question: string, words: string])[]): Promise<void> {
    for (const [name, words] of pairs)
      await this.page.getByRole('radiogroup', { name, exact: true }).getByRole('radio', { name: words, exact: true }).click();
  }

  /** Water was poured and ran away, the pan is sound, the float stops the unit: condensate may rinse this coil. */
  async drainRuns(): Promise<void> {
    await this.answer(['Primary drain', 'Flow-tested, runs'], ['Drain pan', 'Clean'], ['Float switch', 'Stops the unit']);
  }

  async next(): Promise<void> {
    const here = this.page.url();
    await this.page.getByTestId('look-next').click();
    await this.page.waitForURL((url) => url.href !== here);
  }

  /** The bakery flat, greasy and two rows deep, from the day to the plan on the screen: Bramble at 4 : 1 outdoors, Sedge indoors. */
  async lookAtBakery(air: string, humidity: string, wind: string, sun = 'Shade'): Promise<void> {
    await this.openVisit('demo-visit-15');
    await this.noteAir(air, humidity, wind, sun);
    await this.next();
    await this.grade(3, 3, 2, 3, 1, 2);
    // Known from the last visit.
    await expect(this.page.getByRole('checkbox', { name: 'Grease or oil film' })).toBeChecked();
    await this.next();
    await this.grade(2, 2, 1, 1, 1, 1);
    await this.drainRuns();
    await this.next();
    await this.visitStep('plan');
  }

  async visitStep(name: 'look' | 'plan' | 'mix' | 'wash' | 'check' | 'close'): Promise<void> {
    await expect(this.page.getByTestId(`bead-${name}`)).toBeVisible();
  }

  /** Taps twice in one moment: the page's clock stands meanwhile, whatever the machine does. */
  async doubleTap(on: Locator): Promise<void> {
    await on.click({ trial: true });
    const box = await on.boundingBox();
    if (!box) throw new Error('there is nothing to tap');
    await this.page.clock.pauseAt((await this.page.evaluate(() => Date.now())) + 10_000);
    await this.page.mouse.dblclick(box.x + box.width / 2, box.y + box.height / 2);
    await this.page.clock.resume();
  }

  /**
   * Walks the whole safety gate of one source with readings that prove it dead.
   * @param zero how a dead pair of terminals is entered
   */
  async proveDead(source: string, zero: (pair: Locator) => Promise<void> = (pair) => pair.click()): Promise<void> {
    const lockout = this.page.getByTestId(`gate-${source}`);
    await expect(lockout).toBeVisible();
    for (const step of ['thermostat-off', 'isolated', 'tagged']) await this.page.getByTestId(`gate-step-${step}`).click();
    await this.read('121');
    for (let i = 0; i < 3; i += 1) await zero(this.page.getByTestId('gate-zero'));
    await this.read('121');
    // The capacitor.
    await this.page.getByTestId('gate-zero').click();
    await expect(lockout).toBeHidden();
  }

  async read(volts: string): Promise<void> {
    await this.page.getByTestId('gate-volts').fill(volts);
    await this.page.getByTestId('gate-read').click();
  }

  /**
   * Presses what was read, and waits until the screen says something else. A press that a stalled machine lost, or that came as the button
   * changed by itself, is made once more, as a thumb would, and said so; where the program says again why it did not go on, that is the failure.
   */
  private async pressOn(shown: () => Promise<string[]>, from: string[], act: Locator): Promise<void> {
    const alerts = this.page.getByRole('alert');
    const stood = await alerts.allInnerTexts();
    await act.click();
    try {
      await expect.poll(shown).not.toEqual(from);
    } catch (error) {
      const said = (await alerts.allInnerTexts()).filter((words) => !stood.includes(words));
      if (said.length > 0)
        throw new Error(`pressed "${from.join('" at "')}" and nothing moved; it says: ${said.join(' / ')}`, { cause: error });
      test.info().annotations.push({ type: 'pressed twice', description: from.join(' at ') });
      await act.click();
      await expect.poll(shown).not.toEqual(from);
    }
  }

  /**
   * Does whatever the button says, letting foam soak, until every section of the coil is clear, or its foam has worked and condensate
   * is to rinse it. What can be done meanwhile on this coil is done; a
   * step over to the other coil is left.
   * @returns the words pressed, with the name of the task for what was done meanwhile
   */
  async washCoil(): Promise<string[]> {
    const pressed: string[] = [];
    const act = this.page.getByTestId('wash-act');
    const now = this.page.getByTestId('now');
    for (let turn = 0; turn < 160; turn += 1) {
      const shown = async () => [(await act.innerText()).trim(), await now.getByRole('heading').innerText()];
      const [words = '', title = ''] = await shown();
      // The order of the rest is being reckoned: what is pressed is what was read.
      if ((await shown()).join() !== [words, title].join()) continue;
      if (title === 'Every section is clear' || title === 'Foam has worked: close up, power back') return pressed;
      if (words === 'Foam soaks' || words.startsWith('Go to the')) {
        const left = /soaks (\d+:\d\d) more/.exec(title)?.[1]?.padStart(5, '0') ?? '00:40';
        await this.wait(left === '00:00' ? '00:01' : left);
        continue;
      }
      pressed.push(words === 'It is done' ? title : words);
      await this.pressOn(shown, [words, title], act);
    }
    throw new Error(`the wash did not end; pressed ${pressed.join(', ')}`);
  }

  /** Goes through the closing gate: ticks what can be ticked, gives a reason for what stays open, signs, and closes. */
  async closeVisit(why = 'Agreed for another day'): Promise<void> {
    const lockout = this.page.getByTestId('closing-gate');
    if ((await lockout.count()) > 0) {
      const ticks = lockout.getByRole('checkbox', { checked: false });
      for (let left = await ticks.count(); left > 0; left -= 1) {
        await ticks.first().click();
        await expect(ticks).toHaveCount(left - 1);
      }
      const open = lockout.getByTestId(/^close-open-/);
      for (let left = await open.count(); left > 0; left -= 1) {
        await open.first().click();
        await lockout.getByTestId(/^close-reason-/).fill(why);
        await lockout.getByTestId(/^close-left-/).click();
        await expect(lockout.getByTestId(/^close-(open|left)-/)).toHaveCount(left - 1);
      }
    }
    if ((await this.page.getByTestId('sign-keep').count()) > 0) {
      await this.sign();
      await this.page.getByTestId('sign-keep').click();
      await expect(this.page.getByTestId('sign-off')).toContainText('taken by');
    }
    await this.page.getByTestId('close-visit').click();
  }

  /** Signs in the box with the mouse. */
  async sign(): Promise<void> {
    const box = this.page.getByTestId('signature');
    await expect(box).toHaveAttribute('data-ready', 'yes');
    await box.scrollIntoViewIfNeeded();
    const at = await box.boundingBox();
    if (!at) throw new Error('there is no box to sign in');
    await this.page.mouse.move(at.x + 30, at.y + 90);
    await this.page.mouse.down();
    for (let i = 1; i <= 24; i += 1) await this.page.mouse.move(at.x + 30 + i * 9, at.y + 90 + 40 * Math.sin(i / 2));
    await this.page.mouse.up();
  }

  /** Condensate rinses: three quarters of an hour after the thermostat called, pan and drain are looked at in Wash. */
  async lookAfterCondensate(): Promise<void> {
    await this.page.getByRole('link', { name: /^Wash/ }).click();
    await this.visitStep('wash');
    const tab = this.page.getByRole('tab', { name: 'Indoor coil' });
    if ((await tab.count()) > 0) await tab.click();
    const now = this.page.getByTestId('now');
    await expect(now.getByRole('heading')).toHaveText(/^(Condensate rinses|Look at pan and drain)/);
    await this.wait('45:00');
    await expect(now.getByRole('heading')).toHaveText('Look at pan and drain');
    await this.page.getByTestId('wash-act').click();
    await expect(now.getByRole('heading')).toHaveText('Every section is clear');
  }

  /** From the last rinse to running steady, with the waits that belong to it. @param from the step to begin at, as its button says */
  async powerUp(from = 'It spins free'): Promise<void> {
    const act = this.page.getByTestId('power-act');
    const before = ['It spins free', 'Dry, and all back on', 'Told, hands clear', 'Power is back'];
    for (const words of before.slice(before.indexOf(from))) {
      await expect(act).toHaveText(words);
      await act.click();
    }
    // Its rest counts from when it stopped: after a long wash it is over.
    await expect(act).toHaveText(/^(It rests|It calls and runs)$/);
    if ((await act.textContent()) === 'It rests') await this.wait('05:01');
    for (const words of ['It calls and runs', 'Fan blows right', 'It sounds right']) {
      await expect(act).toHaveText(words);
      await act.click();
    }
    await expect(act).toHaveText('It runs in');
    await this.wait('15:01');
    await expect(act).toHaveText('Steady: take the readings');
    await act.click();
    await this.visitStep('check');
  }
}
