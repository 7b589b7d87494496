/** The distributions that are used of it. */
/** For Student's t alone: 52 kB, where the library in single functions comes to 188 kB and 223 packages. */
declare module 'jstat' {
  const jstat: {
    studentt: { inv: (p: number, dof: number) => number; cdf: (x: number, dof: number) => number };
  };
  export default jstat;
}
