export { createApp, type AppOptions } from './createApp';
