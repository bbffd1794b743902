# frozen_string_literal: true

# Instruments, checks and benches that tests of the measuring chain share.
module ChainHelpers
  Chain = MildAnvil::Actions::Chain
  Register = MildAnvil::Actions::Planning::Register
  DAY = 86_400

  def typed(text, unit = "kN") = { text: text.to_s, unit: unit }

  def cell(name = "C-#{rand(1_000_000)}", **given)
    Register.add(table: "instruments", person_id: person.id,
                 values: { name: name, capacity: typed(40), resolution: typed("0.01"), tolerance_percent: 1.0,
                           good_for_days: 30, **given })
  end

  # Three series up and down; off by a share, and by an amount in kilonewtons.
  def check_of(gain: 1.0, add: 0.0, at: Time.now.round, **given)
    loads = %w[0 4 8 16 24 36]
    reading = ->(load) { load == "0" ? "0.00" : format("%.2f", (load.to_f * gain) + add) }
    rows = (loads + loads.reverse.drop(1)).map { |l| { applied: typed(l), indicated: typed(reading.call(l)) } }
    { series: Array.new(3) do
      { readings: rows }
    end, gravity: { value: 9.8126 }, masses_percent: 0.02, checked_at: at, **given }
  end

  def keep_check(instrument, **given)
    check = check_of(**given)
    seen = Chain::KeepCheck.preview(instrument_id: instrument.id, given: check)
    Chain::KeepCheck.keep(instrument_id: instrument.id, given: check, sha256: seen[:sha256], person_id: person.id)
  end

  def instrument_page(instrument, **given) = Chain::ShowInstrument.call(instrument_id: instrument.id, **given)

  # A lot whose plan stands on a bench with that cell.
  def lot_on(instrument, **values)
    bench = Register.add(table: "benches", values: { name: "Bench #{rand(1_000_000)}", kind: "frame", pull: typed(50) },
                         person_id: person.id)
    instrument.update(bench_id: bench.id)
    lot(**values).tap do |made|
      MildAnvil::Actions::Planning::SavePlan.call(lot_id: made.id, content: { bench_id: bench.id }, revision: 0,
                                                  person_id: person.id)
    end
  end
end
