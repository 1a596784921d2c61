/** What the build puts in for it; there is no process in a browser. */
declare const process: { readonly env: { readonly YARDFELL_PREFIX?: string } };
