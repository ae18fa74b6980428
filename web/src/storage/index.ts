export { openIdbStore } from './idbStore';
export { MemoryShelf } from './memoryStore';
export { joinTabs, type TabNews, type Tabs } from './tabs';
export { MOST_SINCE, type Kept, type Notes, type WorkbookStore } from './port';
export { canKeepFile, chooseFile, mayWrite, writeWhole, type FileHandle } from './keptFile';
export { failureWords } from './failureWords';
