const { deserialize, serialize } = require('node:v8');

globalThis.structuredClone ??= (value) => deserialize(serialize(value));
require('fake-indexeddb/auto');

// React under development notes by whom each element was made, for the words of its warnings: a seventh of these tests' time. None is noted here.
const internals = require('react').__CLIENT_INTERNALS_DO_NOT_USE_OR_WARN_USERS_THEY_CANNOT_UPGRADE;
if (internals) Object.defineProperty(internals, 'recentlyCreatedOwnerStacks', { get: () => Infinity, set: () => {} });
