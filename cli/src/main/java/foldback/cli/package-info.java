/** The command line: work on files without a database. */
package foldback.cli;
