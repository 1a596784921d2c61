/** What is used of a package that brings no types. */
declare module 'jstat' {
  interface Distribution {
    cdf: (value: number, degrees: number) => number;
    inv: (probability: number, degrees: number) => number;
  }
  const jstat: { readonly jStat: { readonly studentt: Distribution } };
  export default jstat;
}
