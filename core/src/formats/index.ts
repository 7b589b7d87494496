export * from './table';
export * from './shelfTables';
