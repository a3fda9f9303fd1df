package app.pervius.core;

import app.pervius.core.project.Code;
import app.pervius.core.project.Field;
import app.pervius.core.project.FieldKind;
import app.pervius.core.project.FieldValues;
import app.pervius.core.project.Fields;
import app.pervius.core.project.FirmId;
import app.pervius.core.project.PersonId;
import java.util.List;
import java.util.Map;

/** Fields, firms and people that the core's tests share. */
public final class KestrelWeir {

    public static final FirmId FENNICK = new FirmId(1);
    public static final FirmId ALDERMOOR = new FirmId(2);
    public static final FirmId WATER_BOARD = new FirmId(9);
    public static final PersonId YUSUF = new PersonId(11);
    public static final PersonId HENRIKE = new PersonId(12);
    public static final PersonId TOMASZ = new PersonId(13);

    public static final Fields FIELDS = new Fields(List.of(
            new Field("project", "Project", new FieldKind.Text(), 10),
            new Field("originator", "Originator", new FieldKind.CodeList(List.of(new Code("FNK", "Fennick"),
                    new Code("FNKX", "Fennick export"))), 10),
            new Field("discipline", "Discipline", new FieldKind.CodeList(List.of(new Code("H", "hydraulics"), new Code("C", "civil"))), 3),
            new Field("type", "Document type", new FieldKind.CodeList(List.of(new Code("DR", "drawing"),
                    new Code("CA", "calculation"))), 3),
            new Field("title", "Title", new FieldKind.Text(), 80),
            new Field("serial", "Serial", new FieldKind.Digits(), 6),
            new Field("letters", "Letters", new FieldKind.Letters(), 8)));

    public static final FieldValues HYDRAULIC_DRAWING =
            new FieldValues(Map.of("project", "KWR", "originator", "FNK", "discipline", "H", "type", "DR"));

    private KestrelWeir() {
    }
}
