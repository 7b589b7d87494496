import { expect, type Page } from '@playwright/test';

/** What a technician does on the screen, in their words. */
export class Technician {
  constructor(private readonly page: Page) {}

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

  async next(): Promise<void> {
    const here = this.page.url();
    await this.page.getByTestId('look-next').click();
    await this.page.waitForURL((url) => url.href !== here);
  }

  /** The bakery flat, greasy and two rows deep, from the day to the plan on the screen: Bramble at 4 : 1 outdoors, Sedge indoors. */
  async lookAtBakery(air: string, humidity: string, wind: string): Promise<void> {
    await this.openVisit('demo-visit-15');
    await this.noteAir(air, humidity, wind);
    await this.next();
    await this.grade(3, 3, 2, 3, 1, 2);
    await this.page.getByRole('checkbox', { name: 'Grease or oil film' }).click();
    await this.next();
    await this.grade(2, 2, 1, 1, 1, 1);
    await this.next();
    await this.bead('plan');
  }

  async bead(name: 'look' | 'plan' | 'mix' | 'wash' | 'check' | 'close'): Promise<void> {
    await expect(this.page.getByTestId(`bead-${name}`)).toBeVisible();
  }

  /** Walks the whole safety gate of one source with readings that prove it dead. */
  async proveDead(source: string): Promise<void> {
    const gate = this.page.getByTestId(`gate-${source}`);
    await expect(gate).toBeVisible();
    for (const step of ['thermostat-off', 'isolated', 'tagged']) await this.page.getByTestId(`gate-step-${step}`).click();
    await this.read('121');
    for (let i = 0; i < 3; i += 1) await this.page.getByTestId('gate-zero').click();
    await this.read('121');
    await expect(gate).toBeHidden();
  }

  async read(volts: string): Promise<void> {
    await this.page.getByTestId('gate-volts').fill(volts);
    await this.page.getByTestId('gate-read').click();
  }

  /** Does whatever the button says, letting foam soak, until every section of the coil is clear. @returns the words pressed */
  async washCoil(until: RegExp): Promise<string[]> {
    const pressed: string[] = [];
    const act = this.page.getByTestId('wash-act');
    for (let turn = 0; turn < 80; turn += 1) {
      const words = (await act.innerText()).trim();
      if (until.test(words)) return pressed;
      if (words === 'Foam soaks') {
        await this.page.clock.fastForward('00:20');
        continue;
      }
      pressed.push(words);
      await act.click();
      await expect(act).not.toHaveText(words);
    }
    throw new Error(`the wash did not end; pressed ${pressed.join(', ')}`);
  }
}
