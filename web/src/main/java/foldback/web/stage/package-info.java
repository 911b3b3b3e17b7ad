/** What every stage of a take offers pages: jobs to run, watch and cancel, lanes, comparing, and giving settings to other takes. */
package foldback.web.stage;
