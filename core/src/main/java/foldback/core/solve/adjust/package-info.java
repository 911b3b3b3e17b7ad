/** Bundle adjustment: from tie points to the rig that explains them best, and how well they decide it. */
package foldback.core.solve.adjust;
