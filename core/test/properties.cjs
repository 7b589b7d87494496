/** For every property: one that fails is made smaller for so long and no longer. Without an end, a slow one is made smaller for hours. */
const { configureGlobal } = require('fast-check');

configureGlobal({ interruptAfterTimeLimit: 240_000, markInterruptAsFailure: true });
