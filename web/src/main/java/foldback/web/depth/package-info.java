/** What pages ask of a take's depth. */
package foldback.web.depth;
