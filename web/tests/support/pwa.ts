// What the service worker's plugin gives a build; tests have none.
export const registerSW = () => async () => {}
