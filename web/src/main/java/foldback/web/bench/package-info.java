/** The bench: the page where a take is worked on, and its ledger. */
package foldback.web.bench;
