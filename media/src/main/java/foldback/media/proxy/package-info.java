/** Small copies of clips: how they are encoded, where their pictures lie, and how groups of them are decoded at once. */
package foldback.media.proxy;
