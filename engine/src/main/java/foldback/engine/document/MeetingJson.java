package foldback.engine.document;

import foldback.engine.form.Form;
import foldback.engine.form.Forms;

/** Distances at which the pictures of lenses meet, metres; what is far away is left out. */
public final class MeetingJson {
    public static final Form<Double> FORM = Forms.exact(0.2, 1e6);

    private MeetingJson() {}
}
