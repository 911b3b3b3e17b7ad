/**
 * What two clips say of their offset: the lags that each clue leaves possible, how firmly it is believed, and the settings by
 * which. A lag is the take time of the second clip's first frame after the first clip's, seconds.
 */
package foldback.core.sync.pair;
