export { openIdbStore } from './idbStore';
export { MemoryShelf } from './memoryStore';
export { openIdbShelf, type Shelf, type Shelved } from './shelf';
export { joinTabs, tellTabs, type TabNews, type Tabs } from './tabs';
export { MOST_SINCE, type Kept, type Notes, type WorkbookStore } from './port';
export {
  canKeepFile,
  canKeepFolder,
  chooseFile,
  chooseFolder,
  fileIn,
  isFolder,
  keepDay,
  mayWrite,
  writeWhole,
  type KeptIn,
} from './keptFile';
export { failureWords } from './failureWords';
