import type { PluginObj } from '@babel/core';

/** Babel plugin: imports of an index of this program go to the file that has the name. */
declare function directNames(babel: unknown): PluginObj;
declare namespace directNames {
  /** What the result rests on besides the file that is compiled. */
  function restsOn(): string[];
}
export = directNames;
