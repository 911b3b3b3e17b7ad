/** What pages ask the queue of deliverables for. Take time in seconds, turns in degrees. */
package foldback.web.deliverable.asked;
