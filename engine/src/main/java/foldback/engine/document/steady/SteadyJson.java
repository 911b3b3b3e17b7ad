package foldback.engine.document.steady;

import static foldback.engine.form.Forms.degrees;
import static foldback.engine.form.Forms.exact;
import static foldback.engine.form.Forms.number;
import static foldback.engine.form.Forms.oneOf;
import static foldback.engine.form.Forms.seconds;
import static foldback.engine.form.Forms.whole;

import foldback.core.recipe.ShakeMeasure;
import foldback.core.recipe.Steady;
import foldback.core.steady.SteadySettings;
import foldback.core.steady.SteadySettings.Front;
import foldback.core.steady.SteadySettings.Horizon;
import foldback.engine.document.SectionForm;
import foldback.engine.form.Form;
import foldback.engine.form.object.ObjectForm;

/** What is done about a rig's shake as JSON; shares 0 to 1, angles in degrees. */
public final class SteadyJson {
    private static final double MOST_DEGREES = 1e5;

    private static final ObjectForm<ShakeMeasure> MEASURE = ObjectForm.of(fields -> {
        var algorithm = fields.required("algorithm", whole(1, 1000), ShakeMeasure::algorithm);
        var shake = fields.required(
                "shake_deg",
                degrees(0, MOST_DEGREES).described("root mean square of what trembles faster than every two seconds"),
                ShakeMeasure::shakeRad);
        var fastest = fields.required("fastest_deg_per_s", degrees(0, MOST_DEGREES), ShakeMeasure::fastestRad);
        var apart = fields.required(
                "apart_deg",
                degrees(0, MOST_DEGREES)
                        .described(
                                "how far what single lenses say of its quick part differs from what all do, root mean square"),
                ShakeMeasure::apartRad);
        var untold = fields.required(
                "untold_share",
                number(0, 1).described("share of the time in which no lens could tell"),
                ShakeMeasure::untoldShare);
        var drift = fields.optional(
                "drift_deg",
                degrees(0, MOST_DEGREES).described("by how much it may have drifted, standard error"),
                ShakeMeasure::driftRad);
        var readOut = fields.optional(
                "read_out_s",
                number(0, Steady.MOST_READ_OUT)
                        .described("from a picture's first line to its last, as pictures show it"),
                ShakeMeasure::readOutSeconds);
        var log = fields.optional("log", MotionLogJson.MEASURE, ShakeMeasure::log);
        return read -> new ShakeMeasure(
                read.get(algorithm),
                read.get(shake),
                read.get(fastest),
                read.get(apart),
                read.get(untold),
                read.get(drift),
                read.get(readOut),
                read.get(log));
    });

    /** What of a rig's turning is shown. */
    public static final ObjectForm<SteadySettings> SETTINGS = ObjectForm.of(fields -> {
        var front = fields.required(
                "front",
                oneOf(Front.class).described("whether turns that are meant are shown, or one place stays ahead"),
                SteadySettings::front);
        var horizon = fields.required("horizon", oneOf(Horizon.class), SteadySettings::horizon);
        var cutOff = fields.required(
                "cut_off_s",
                number(SteadySettings.LEAST_CUT_OFF, SteadySettings.MOST_CUT_OFF)
                        .described("what takes longer is meant, what is quicker is shake"),
                SteadySettings::cutOffSeconds);
        var heading = fields.required("heading", share("the heading's"), SteadySettings::heading);
        var tilt = fields.required("tilt", share("tilting's"), SteadySettings::tilt);
        var roll = fields.required("roll", share("leaning's"), SteadySettings::roll);
        var reference = fields.required(
                "reference_s",
                seconds().described("take time at which the steadied picture is as the unsteadied one"),
                SteadySettings::referenceSeconds);
        return read -> new SteadySettings(
                read.get(front),
                read.get(horizon),
                read.get(cutOff),
                read.get(heading),
                read.get(tilt),
                read.get(roll),
                read.get(reference));
    });

    public static final SectionForm<Steady> FORM = new SectionForm<>(Steady.SECTION, ObjectForm.of(fields -> {
        var measure = fields.optional("measure", MEASURE, Steady::measure);
        var settings = fields.inline(SETTINGS, Steady::settings);
        var readOut = fields.required(
                "read_out_s",
                number(0, Steady.MOST_READ_OUT)
                        .described(
                                "from a picture's first line to its last; lines are put right for it, 0 leaves them"),
                Steady::readOutSeconds);
        var exposure = fields.optional(
                "exposure_s",
                exact(0, Steady.MOST_EXPOSURE)
                        .described("how long a picture is exposed: what turns meanwhile is blurred, and stays so"),
                Steady::exposureSeconds);
        var log = fields.optional(
                "log",
                MotionLogJson.REF.described("the motion log that it was measured by, besides the pictures"),
                Steady::log);
        return read ->
                new Steady(read.get(measure), read.get(settings), read.get(readOut), read.get(exposure), read.get(log));
    }));

    private SteadyJson() {}

    private static Form<Double> share(String whose) {
        return number(0, 1).described("share of " + whose + " shake that is taken away");
    }
}
