import { may, type Power } from '@elm-mist/core/people';
import { useMe } from '@/data';
import { LinkRow } from '@/ui';

interface ShopLink {
  title: string;
  under: string;
  href: string;
  testID?: string;
  power: Power;
}

/** What a shop has set up, each for those who may. */
const LINKS: readonly ShopLink[] = [
  { title: 'People', under: 'Who may sign in, and as what', href: '/shop/people', testID: 'more-people', power: 'people' },
  { title: 'Price book', under: 'What each kind of work and each part costs', href: '/shop/prices', testID: 'more-prices', power: 'money' },
  { title: 'Reports', under: 'Paper, sections, guarantee', href: '/shop/report', testID: 'more-reports', power: 'rules' },
  {
    title: 'Price of energy',
    under: 'One price, tiers, or by the hour: what a saved kWh is worth',
    href: '/shop/tariff',
    testID: 'more-tariff',
    power: 'money',
  },
  { title: 'What washes saved here', under: 'By grade, as measured', href: '/shop/saved', testID: 'more-saved', power: 'read' },
  { title: 'Messages', under: 'What owners are written, in your own words', href: '/shop/words', testID: 'more-words', power: 'rules' },
  {
    title: 'Calendar feed',
    under: 'Visits and what is due, in any calendar program',
    href: '/shop/feed',
    testID: 'more-feed',
    power: 'people',
  },
  { title: 'Practice', under: 'Rinse a coil that nobody pays for', href: '/practice', testID: 'more-practice', power: 'read' },
  { title: 'Due', under: 'What is due again, soonest first', href: '/due', testID: 'more-due', power: 'read' },
  { title: 'Open in the shop', under: 'Findings, quotes that wait, visits left for parts', href: '/open', power: 'read' },
  { title: 'Weather', under: 'Hourly air from a file', href: '/shop/weather', testID: 'more-weather', power: 'rules' },
  { title: 'The log', under: 'Out as a file, older records in', href: '/shop/log', testID: 'more-log', power: 'records' },
  { title: 'Bring a table in', under: 'Customers, places and systems', href: '/places/import', power: 'records' },
  {
    title: 'Upkeep',
    under: 'Backups, the whole shop as one file, the server',
    href: '/shop/upkeep',
    testID: 'more-upkeep',
    power: 'upkeep',
  },
];

/** The ways to what the shop has set up; what somebody's role may not is not offered. */
export function ShopLinks({ shopName, crew }: { shopName: string; crew: readonly string[] }) {
  const { person } = useMe();
  if (!person) return null;
  const own: ShopLink[] = [
    {
      title: shopName || 'Name the shop',
      under: 'Where it works from, units, clock, money',
      href: '/shop',
      testID: 'more-shop',
      power: 'people',
    },
    { title: 'Crew', under: crew.join(', ') || 'Nobody named yet', href: '/shop/crew', testID: 'more-crew', power: 'people' },
  ];
  return [...own, ...LINKS]
    .filter(({ power }) => may(person.role, power))
    .map(({ title, under, href, testID }) => (
      <LinkRow key={href} title={title} under={under} href={href} {...(testID ? { testID } : {})} />
    ));
}
