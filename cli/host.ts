/** Nobody signs in yet: the server listens on its own machine alone. */
export const HOST = '127.0.0.1';
