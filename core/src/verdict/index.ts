export { conditionsOf, modelled, type Conditions } from './unitModel';
export { modelDoubt, SIGN_IDS, SIGNS, signsRead, signValue, type SignId } from './signs';
export { DESIGN_RANGE_C, sizingOf } from './sizing';
export { worthOf } from './worth';
export { beforeAfter, LINE_WORDS, WHOLE_WORDS, type BeforeAfter, type ComparedLine } from './beforeAfter';
export { devicesOf, meteringWords, type KnownDevice } from './devices';
