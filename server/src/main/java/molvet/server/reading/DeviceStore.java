package molvet.server.reading;

import java.util.List;
import java.util.Optional;
import molvet.core.colour.Lab;
import molvet.server.platform.Collector;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** All SQL of devices, and of paints they saw that something better has measured too. */
@Repository
class DeviceStore {
    private static final int MOST = 100;

    private final JdbcClient db;

    DeviceStore(JdbcClient db) {
        this.db = db;
    }

    /** @param readings how many pictures were taken with it */
    record DeviceRow(long id, String name, String patches, int version, int readings) {}

    /** A swatch seen by a device, as it was kept, and by what was corrected then; and measured by something better. */
    record SeenTwice(String eye, Lab mass, Lab tint, Lab massIs, Lab tintIs) {}

    private static final String DEVICE = """
            select d.id, d.name, d.patches, d.version,
                   (select count(*) from scan s where s.device_id = d.id and s.collector_id = d.collector_id) readings
            from device d where d.collector_id = ?
            """;

    Optional<DeviceRow> device(Collector me, long id) {
        return db.sql(DEVICE + " and d.id = ?")
                .params(me.id(), id)
                .query(DeviceRow.class)
                .optional();
    }

    Optional<DeviceRow> byName(Collector me, String name) {
        return db.sql(DEVICE + " and d.name = ?")
                .params(me.id(), name)
                .query(DeviceRow.class)
                .optional();
    }

    List<DeviceRow> devices(Collector me) {
        return db.sql(DEVICE + " order by d.name limit ?")
                .params(me.id(), MOST)
                .query(DeviceRow.class)
                .list();
    }

    /** The latest first: dry swatches, measured with a meter or beside a colour-checker too. */
    List<SeenTwice> seenTwice(Collector me, long device) {
        return db.sql("""
                select s.eye, r.mass_l, r.mass_a, r.mass_b, r.tint_l, r.tint_a, r.tint_b,
                       b.mass_l, b.mass_a, b.mass_b, b.tint_l, b.tint_a, b.tint_b
                from scan s
                join reading r on r.scan_id = s.id and r.collector_id = s.collector_id and r.stage = 'DRY'
                join reading b on b.swatch_id = r.swatch_id and b.collector_id = s.collector_id and b.id <> r.id
                     and b.stage = 'DRY'
                left join scan c on c.id = b.scan_id and c.collector_id = s.collector_id
                where s.collector_id = :me and s.device_id = :device and s.trust <> 'CHECKED'
                  and (b.source = 'METER' or c.trust = 'CHECKED')
                order by r.id desc, b.id desc limit :most
                """)
                .param("me", me.id())
                .param("device", device)
                .param("most", MOST)
                .query((rs, n) -> new SeenTwice(
                        rs.getString(1),
                        new Lab(rs.getDouble(2), rs.getDouble(3), rs.getDouble(4)),
                        new Lab(rs.getDouble(5), rs.getDouble(6), rs.getDouble(7)),
                        new Lab(rs.getDouble(8), rs.getDouble(9), rs.getDouble(10)),
                        new Lab(rs.getDouble(11), rs.getDouble(12), rs.getDouble(13))))
                .list();
    }
}
