export { regrowthOf, TREND_TABLE, trendsOf, type Trend, type TrendFigures } from './trends';
export { judgementOf, settingOf, sharedSetting, type Judgement, type SideJudgement } from './judgement';
export { kitMachine } from './kitMachine';
