/** How much room there is on the disks that work, media and deliverables lie on. */
package foldback.web.disk;
