/**
 * What goes wrong is said by what is thrown; Knex would write the words of the other system out, with the name that
 * somebody typed.
 */
export const SILENT = { debug() {}, warn() {}, error() {}, deprecate() {} };
