/** Before the server tests: the server as it is now, in the one file that is shipped. */
module.exports = async () => {
  const { bundleServer } = await import('../../scripts/lib/bundleServer.mjs');
  await bundleServer();
};
