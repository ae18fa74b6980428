import vm from 'node:vm';
import { TestEnvironment } from 'jest-environment-node';

/**
 * Node's environment with a plain global: in the usual one every `Math` in a loop asks a proxy, and what is reckoned takes
 * several times as long as in the app.
 */
export default class PlainEnvironment extends TestEnvironment {
  constructor(...given) {
    const { createContext } = vm;
    vm.createContext = () => createContext(vm.constants.DONT_CONTEXTIFY);
    try {
      super(...given);
    } finally {
      vm.createContext = createContext;
    }
  }
}
