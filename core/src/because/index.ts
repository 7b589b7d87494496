export {
  arithmetic,
  commonPractice,
  fromHouseRule,
  fromLabel,
  fromMemory,
  sourceText,
  type Because,
  type BecauseInput,
  type RuleRef,
  type Source,
} from './because';
