/** Specs of deliverables that were saved under names, to be used for other takes and shared as files. */
package foldback.web.spec;
