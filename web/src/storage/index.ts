export { openIdbStore } from './idbStore';
export { MemoryShelf } from './memoryStore';
export { joinTabs, type TabNews, type Tabs } from './tabs';
export type { Notes, WorkbookStore } from './port';
export { failureWords } from './failureWords';
