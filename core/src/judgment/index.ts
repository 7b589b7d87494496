export { regrowthOf, TREND_TABLE, trendsOf, type Trend, type TrendFigures } from './trends';
export { judgmentOf, settingOf, sharedSetting, type Judgment, type SideJudgment } from './judgment';
export { kitMachine } from './kitMachine';
