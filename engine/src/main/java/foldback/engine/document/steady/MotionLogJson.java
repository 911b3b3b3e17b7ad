package foldback.engine.document.steady;

import static foldback.engine.form.Forms.degrees;
import static foldback.engine.form.Forms.exact;
import static foldback.engine.form.Forms.flag;
import static foldback.engine.form.Forms.hash;
import static foldback.engine.form.Forms.list;
import static foldback.engine.form.Forms.number;
import static foldback.engine.form.Forms.seconds;
import static foldback.engine.form.Forms.text;
import static foldback.engine.form.Forms.whole;

import foldback.core.motion.log.LogClock;
import foldback.core.motion.log.LogColumns;
import foldback.core.motion.log.LogFit;
import foldback.core.recipe.LogMeasure;
import foldback.core.recipe.MotionLogRef;
import foldback.core.space.Direction;
import foldback.engine.form.Form;
import foldback.engine.form.object.ObjectForm;
import java.util.List;

/** Motion logs as JSON: which file one is, and what was found of it. */
public final class MotionLogJson {
    private static final int MOST_COLUMNS = 1000;
    private static final double MOST_UNIT = 1e3;
    private static final double MOST_OFFSET = 1e12;

    private static final Form<Integer> COLUMN = whole(0, MOST_COLUMNS);

    private static final ObjectForm<LogColumns> COLUMNS = ObjectForm.of(fields -> {
        var time = fields.required(
                "time",
                whole(-1, MOST_COLUMNS).described("counted from 0; -1 where rows are evenly apart"),
                LogColumns::time);
        var timeUnit = fields.required(
                "time_unit_s",
                exact(0, MOST_UNIT).described("seconds of a step of the time column, or between rows"),
                LogColumns::timeUnit);
        var gyro = fields.required("gyro", list(COLUMN, 3, 3), LogColumns::gyro);
        var gyroUnit = fields.required(
                "gyro_unit_rad_s",
                exact(0, MOST_UNIT).described("0 where it is not said and found by the picture"),
                LogColumns::gyroUnit);
        var acceleration = fields.assumed("acceleration", list(COLUMN, 0, 3), List.of(), LogColumns::acceleration);
        return read -> new LogColumns(
                read.get(time), read.get(timeUnit), read.get(gyro), read.get(gyroUnit), read.get(acceleration));
    });

    public static final ObjectForm<MotionLogRef> REF = ObjectForm.of(fields -> {
        var file = fields.required(
                "file",
                text().described("below the media folder, or below a footage folder whose name comes first"),
                MotionLogRef::file);
        var sha256 = fields.required("sha256", hash(), MotionLogRef::sha256);
        var columns = fields.optional("columns", COLUMNS, MotionLogRef::columns);
        var near = fields.optional(
                "near_s",
                exact(-MOST_OFFSET, MOST_OFFSET).described("take time near which it begins, where somebody said it"),
                MotionLogRef::nearSeconds);
        return read -> new MotionLogRef(read.get(file), read.get(sha256), read.get(columns), read.get(near));
    });

    private static final ObjectForm<LogFit.Moment> MOMENT = ObjectForm.of(fields -> {
        var at = fields.required("at_s", seconds(), LogFit.Moment::seconds);
        var off = fields.required(
                "off_s",
                exact(-10, 10).described("by how much the log is late there, beyond what its clock says"),
                LogFit.Moment::offSeconds);
        var sigma = fields.required("sigma_s", number(0, 1), LogFit.Moment::sigma);
        var used = fields.required("used", flag(), LogFit.Moment::used);
        return read -> new LogFit.Moment(read.get(at), read.get(off), read.get(sigma), read.get(used));
    });

    private static final ObjectForm<Direction> UP = ObjectForm.of(fields -> {
        var x = fields.required("x", exact(-1, 1), Direction::x);
        var y = fields.required("y", exact(-1, 1), Direction::y);
        var z = fields.required("z", exact(-1, 1), Direction::z);
        return read -> new Direction(read.get(x), read.get(y), read.get(z));
    });

    public static final ObjectForm<LogMeasure> MEASURE = ObjectForm.of(fields -> {
        var offset = fields.required(
                "offset_s",
                exact(-MOST_OFFSET, MOST_OFFSET).described("take time at which it begins, by its own clock"),
                (LogMeasure measure) -> measure.clock().offsetSeconds());
        var drift = fields.required(
                "drift_ppm",
                exact(-1e4, 1e4),
                (LogMeasure measure) -> measure.clock().driftPpm());
        var sigma = fields.required(
                "clock_sigma_s",
                number(0, MOST_UNIT).described("standard error, amid the take"),
                LogMeasure::clockSigma);
        var explained = fields.required(
                "explained",
                number(0, 1).described("share of the picture's turning, by its square, that the log has too"),
                LogMeasure::explained);
        var unit = fields.required(
                "unit_rad_s", exact(0, MOST_UNIT).described("radians a second that its unit is"), LogMeasure::unit);
        var mirrored = fields.required("mirrored", flag(), LogMeasure::isMirrored);
        var faults = fields.required(
                "fault_share",
                number(0, 1).described("share of its time in which it says nothing: gaps, and rates out of range"),
                LogMeasure::faultShare);
        var moments = fields.required("moments", list(MOMENT), LogMeasure::moments);
        var up = fields.optional(
                "up",
                UP.described("away from what pulls down, in the rig's frame at the first moment"),
                LogMeasure::up);
        var upSigma = fields.required("up_sigma_deg", degrees(0, 360), LogMeasure::upSigma);
        var elsewhere = fields.optional(
                "elsewhere_s",
                exact(-MOST_OFFSET, MOST_OFFSET).described("take time at which it may begin just as well"),
                LogMeasure::elsewhere);
        return read -> new LogMeasure(
                new LogClock(read.get(offset), read.get(drift)),
                read.get(sigma),
                read.get(explained),
                read.get(unit),
                read.get(mirrored),
                read.get(faults),
                read.get(moments),
                read.get(up),
                read.get(upSigma),
                read.get(elsewhere));
    });

    private MotionLogJson() {}
}
