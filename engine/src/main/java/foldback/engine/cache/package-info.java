/** How what was made once is kept in memory. */
package foldback.engine.cache;
