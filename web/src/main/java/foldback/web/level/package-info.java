/** Lines that say which way is up. */
package foldback.web.level;
