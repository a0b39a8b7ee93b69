// The tests live outside the front end's folder; its packages are found from here.
export * from '../../web/node_modules/@playwright/test';
