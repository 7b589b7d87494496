/** The distributions that are used of it. */
declare module 'jstat' {
  const jstat: {
    studentt: { inv: (p: number, dof: number) => number; cdf: (x: number, dof: number) => number };
  };
  export default jstat;
}
