# frozen_string_literal: true

require_relative "../test_helper"

DATABASE = MildAnvil::Store::Database.connect(ENV.fetch("DATABASE_URL") { abort "The tests that need the database are run by bin/test, which starts one." })

# A test on the real database, rolled back at its end.
class StoreCase < Minitest::Test
  include Shared

  Actions = MildAnvil::Actions
  Models = MildAnvil::Store::Models

  def run(...)
    result = nil
    DATABASE.transaction(rollback: :always, auto_savepoint: true) { result = super }
    result
  end

  def person = @person ||= Models::Person.create(name: "Tester #{rand(1_000_000)}", role: "technician")
  def job = @job ||= Actions::CreateJob.call(customer: "Brindle Works", title: "Loops", person_id: person.id)

  def lot(**values)
    Actions::SaveLot.create(job_id: job.id, values: { name: "Loop", item_type: "sewn_loop", **values }, person_id: person.id)
  end

  # Types peaks in kilonewtons and judges each a break.
  def lot_with_breaks(*forces, **values)
    lot(**values).tap { |made| forces.each { |force| judge(peak(made, force.to_s), "break") } }
  end

  def peak(lot, text, **rest) = Actions::RecordPeak.call(lot_id: lot.id, text: text, unit: "kN", person_id: person.id, **rest)
  def judge(pull, counts_as, **rest) = Actions::JudgePull.call(pull_id: pull.id, person_id: person.id, counts_as: counts_as, **rest)
  def import(lot, bytes, name: "log.csv", **rest) = Actions::ImportCurve.call(lot_id: lot.id, name: name, source: bytes, person_id: person.id, **rest)

  # A small pull to a sudden break as a log file; other peaks make other files.
  def log_text(peak_newtons: 900, rows: 400)
    top = rows * 3 / 4
    body = Array.new(rows) { |i| format("%.2f,%.1f,%.3f", i * 0.01, force_at(i, top, peak_newtons), [i - 40, 0].max * 0.01) }
    ["Time [s],Force [N],Travel [mm]", *body, ""].join("\n")
  end

  def force_at(index, top, peak)
    return (index % 3) * 0.1 if index < 40 || index > top

    peak * (index - 39) / (top - 39.0)
  end
end
