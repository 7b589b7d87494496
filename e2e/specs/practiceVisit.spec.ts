import { readFileSync } from 'node:fs';
import type { PracticeLook, PracticeVisit, PracticeVisitDone } from '@elm-mist/contract';
import type { Page } from '@playwright/test';
import { expectAccessible } from '../support/axe';
import { expect, test } from '../support/fixtures';
import { follow } from '../support/follow';
import { readPdf } from '../support/paper';
import { Technician } from '../support/technician';

/** The bakery's outdoor coil, felted to grade 3; a second breaker feeds one leg; it is low on charge. */
const SEED = 577;

/** A technician in a practised visit: time passes there by its own strip. */
class Learner extends Technician {
  constructor(private readonly site: Page) {
    super(site);
  }

  /** Does something in the strip's panel. */
  async strip(part: 'look' | 'owner', work: () => Promise<void>): Promise<void> {
    await this.site.getByTestId(`practice-${part}`).click();
    await work();
    await this.site.getByTestId(`practice-${part}`).click();
  }

  override async wait(time: string): Promise<void> {
    const [minutes = 0, seconds = 0] = time.split(':').map(Number);
    let left = minutes + Math.ceil(seconds / 60);
    for (const step of [30, 15, 5, 1])
      for (; left >= step; left -= step) {
        const clock = this.site.getByTestId('practice-clock');
        const before = await clock.innerText();
        await this.site.getByTestId('practice-time').click();
        await this.site.getByTestId(`practice-pass-${step}`).click();
        await expect(this.site.getByTestId('practice-panel')).toBeHidden();
        await expect(clock).not.toHaveText(before);
        // Every clock on the page is read once a second.
        await this.site.waitForTimeout(1100);
      }
  }

  private async nextStep(): Promise<string> {
    const answer = await this.site.request.get(new URL('/api/practice/visit/look', this.site.url()).href);
    const { meters } = (await answer.json()) as PracticeLook;
    return meters.map(({ source, step }) => `${source} ${step}`).join();
  }

  /** The whole gate by what the meter shows, until all is proved dead. @returns what it showed that must not be */
  async proveByMeter(): Promise<string[]> {
    const met: string[] = [];
    for (let i = 0; i < 30; i += 1) {
      const next = await this.nextStep();
      let said = '';
      await this.strip('look', async () => {
        said = await this.site.getByTestId('look-meter').innerText();
      });
      if (said.includes('Everything here is proved dead')) return met;
      const volts = /it shows ([\d.]+)\sV/.exec(said)?.[1];
      if (volts === undefined) await this.site.getByTestId(/^gate-step-/).click();
      else await this.read(volts);
      if (volts !== undefined && Number(volts) > 1 && Number(volts) < 200) met.push(volts);
      // Entered, and heard there.
      await expect.poll(() => this.nextStep()).not.toBe(next);
    }
    throw new Error('the gate did not open');
  }
}

test('a whole visit is practised: its owner, meter, clock and kit; judged at its end, and no trace of it in the shop', async ({
  site,
  server,
}) => {
  const learner = new Learner(site);
  const shop = async () => [await (await server.fetch('/shelf')).text(), await (await server.fetch('/days/2026-06-11')).text()];
  const before = await shop();
  await follow(site, '/practice');
  await site.getByTestId('practice-visits-open').click();
  await site.getByTestId('practice-visit-begin').waitFor();
  await expectAccessible(site, 'a whole visit, before it');
  // A known one, begun elsewhere, is gone on with here.
  const begun = await site.request.post(`${server.url}/api/practice/visit`, { data: { exam: false, seed: SEED } });
  const { visitId } = (await begun.json()) as PracticeVisit;
  await site.reload();
  await site.getByTestId('practice-visit-on').click();
  await expect(site.getByTestId('practice-clock')).toContainText(/12:3\d\spm/);

  await test.step('the owner answers in an owner’s words, a minute each', async () => {
    await learner.strip('owner', async () => {
      for (const question of ['trouble', 'around']) await site.getByTestId(`owner-${question}`).click();
      await expect(site.getByTestId('owner-around')).toContainText('white fluff');
      await expectAccessible(site, 'the owner of a practised visit');
    });
    await site.getByRole('checkbox', { name: 'Long runs' }).click();
    await site.getByRole('checkbox', { name: 'High bill' }).click();
    await site.getByRole('checkbox', { name: 'Seed trees' }).click();
  });

  await test.step('the coil is graded by its torch pictures, and the kit reads the machine as it is', async () => {
    await learner.strip('look', async () => {
      await expect(site.getByTestId('look-quillon-split-out')).toContainText('A white mat on the face');
      await expect(site.getByTestId('drill-torch')).toHaveCount(3);
      await expectAccessible(site, 'a look round in a practised visit');
    });
    await learner.next();
    await learner.grade(3, 3, 3, 3, 3, 3);
    await site.getByRole('checkbox', { name: 'Seed fluff' }).click();
    await site.getByRole('checkbox', { name: 'Dry dust or pollen' }).click();
    await learner.next();
    await learner.visitStep('plan');
    await follow(site, `/visits/${visitId}/readings?side=before`);
    await site.getByTestId('kit-start').click();
    await site.getByTestId('kit-hold').click();
    await expect(site.getByText(/^Liquid pressure · held .*, simulated/)).toBeVisible();
  });

  await test.step('it is planned, mixed and proved dead; the second feed shows on the meter', async () => {
    await follow(site, `/visits/${visitId}/plan`);
    await site.getByTestId('plan-follow').click();
    await site.waitForURL(/\/(mix|wash)$/);
    while (site.url().endsWith('/mix')) {
      await site.getByTestId('mix-done').click();
      await site.waitForTimeout(300);
    }
    await learner.visitStep('wash');
    expect(await learner.proveByMeter()).toEqual(['118.0']);
  });

  await test.step('it is washed by what the button says, and the torch shows more through', async () => {
    const light = async () =>
      ((await (await site.request.get(`${server.url}/api/practice/visit/look`)).json()) as PracticeLook).coils
        .flatMap(({ faces }) => faces.flatMap((face) => face.light))
        .reduce((sum, each) => sum + each, 0);
    const found = await light();
    await learner.washCoil();
    expect(await light()).toBeGreaterThan(found * 1.5);
    await learner.strip('look', () => expect(site.getByTestId('look-quillon-split-out')).toContainText('No foam follows'));
  });

  await test.step('it is ended, and held against what was there', async () => {
    await site.getByTestId('practice-end').click();
    await site.getByTestId('practice-end-now').click();
    await site.getByTestId('practice-debrief').waitFor();
    await expect(site.getByTestId('practice-clock')).toBeHidden();
    await expectAccessible(site, 'the debrief of a practised visit');
    await expect(site.getByTestId('debrief-safety')).toContainText('Found out: A second breaker fed one leg');
    await expect(site.getByTestId('debrief-coil')).toContainText('no foam dried on');
    await expect(site.getByTestId('debrief-judgement')).toContainText('Low charge was left in it, and nothing says so.');
    await expect(site.getByTestId('debrief-judgement')).toContainText('What the owner had to tell is all noted.');
    await site.getByTestId('practice-sheet').click();
    const saved = site.waitForEvent('download');
    await site.getByTestId('practice-sheet-save').click();
    const text = (await readPdf(readFileSync(await (await saved).path()))).pages.join('\n').replace(/\s+/g, ' ');
    expect(text).toContain('A whole visit, practised');
    expect(text).toContain('Low charge was left in it');
  });

  // The shop is as it was, and so is this device: its own day is there again.
  expect(await shop()).toEqual(before);
  await follow(site, '/');
  await expect(site.getByTestId('visit-demo-visit-15')).toBeVisible();
  const { done } = (await (await site.request.get(`${server.url}/api/practice/visit`)).json()) as { done: PracticeVisitDone[] };
  expect(done.map(({ seed }) => seed)).toEqual([SEED]);
});

test('an exam asks why nowhere; left and gone on with, it is where it was; ended from outside, the page goes back to the shop', async ({
  phone: site,
  server,
}) => {
  await site.goto(`${server.url}/practice/visit`);
  await site.getByTestId('practice-visit-exam').click();
  await expect(site.getByTestId('practice-clock')).toContainText('Exam');
  const here = new URL(site.url()).pathname.split('/').slice(0, 3).join('/');
  await site.getByTestId('practice-time').click();
  await site.getByTestId('practice-pass-30').click();
  await expect(site.getByTestId('practice-clock')).toContainText(/1:0\d\spm/);
  await site.getByTestId('practice-end').click();
  await site.getByTestId('practice-leave').click();
  await expect(site.getByTestId('practice-visit-on')).toContainText(/1:0\d\spm/);
  await site.getByTestId('practice-visit-on').click();
  await expect(site.getByTestId('practice-clock')).toContainText(/1:0\d\spm/);
  expect(new URL(site.url()).pathname).toContain(here);
  // The bench in it gives its figures, and no reasons.
  await follow(site, '/bench');
  await expect(site.getByText('Why?')).toHaveCount(0);
  await site.request.post(`${server.url}/api/practice/visit/end`, { data: {} });
  await follow(site, `${here}`);
  await site.getByTestId('practice-visit').waitFor({ timeout: 20_000 });
  await expect(site.getByTestId('practice-clock')).toBeHidden();
});
