/** The part of the package that makes the modules, without what draws them. */
declare module 'qrcode/lib/core/qrcode.js' {
  interface Modules {
    size: number;
    get: (row: number, column: number) => number;
  }
  export function create(text: string, options: { errorCorrectionLevel: 'L' | 'M' | 'Q' | 'H' }): { modules: Modules };
}
