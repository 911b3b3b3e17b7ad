package foldback.core.seam;

import java.util.List;

/** Takes fields of several moments together: what is sure at any of them counts. */
public final class FlowBlend {
    /** What a node counts that is not sure at all, beside one that is altogether. */
    private static final float LEAST = 0.02f;

    private FlowBlend() {}

    /**
     * The weighted mean of fields of one strip.
     *
     * @param weights of the fields, above 0
     */
    public static SeamFlow of(List<SeamFlow> fields, double[] weights) {
        if (fields.size() == 1) {
            return fields.get(0);
        }
        SeamFlow first = fields.get(0);
        int count = first.across().length;
        float[] along = new float[count];
        float[] across = new float[count];
        float[] sure = new float[count];
        float[] unlike = new float[count];
        float[] sums = new float[count];
        double all = 0;
        for (int n = 0; n < fields.size(); n++) {
            SeamFlow field = fields.get(n);
            float weight = (float) weights[n];
            all += weight;
            for (int i = 0; i < count; i++) {
                float counts = weight * (LEAST + field.sure()[i]);
                along[i] += counts * field.along()[i];
                across[i] += counts * field.across()[i];
                sure[i] += weight * field.sure()[i];
                unlike[i] += weight * field.unlike()[i];
                sums[i] += counts;
            }
        }
        for (int i = 0; i < count; i++) {
            along[i] /= sums[i];
            across[i] /= sums[i];
            sure[i] /= (float) all;
            unlike[i] /= (float) all;
        }
        return new SeamFlow(first.columns(), first.rows(), along, across, sure, unlike);
    }
}
