/** The bundler's address of the colour engine, as it lies here; put together, so that it is not mapped to this file itself. */
export default new URL(`../../../node_modules/lcms-wasm/dist/${'lcms'}.wasm`, import.meta.url).href;
