# frozen_string_literal: true

require_relative "../test_helper"
require_relative "owner_database"

NO_DATABASE = "The tests that need the database are run by bin/test, which starts one."
DATABASE = MildAnvil::Store::Database.connect(ENV.fetch("DATABASE_URL") { abort NO_DATABASE })

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

  def add_person(*roles)
    Actions::ManagePeople.add(name: "Tester #{rand(1_000_000)}", login: "tester-#{SecureRandom.hex(6)}", roles: roles,
                              password_hash: "-")
  end

  def person = @person ||= add_person("technician")
  def reviewer = @reviewer ||= add_person("reviewer")
  def job = @job ||= Actions::CreateJob.call(customer: "Brindle Works", title: "Loops", person_id: person.id)

  FACTOR = { design_factor: 5.0 }.freeze # chosen, where a test is not about that

  def lot(**values)
    Actions::SaveLot.create(job_id: job.id, person_id: person.id,
                            values: { name: "Loop", item_type: "sewn_loop", **values,
                                      terms: FACTOR.merge(values.fetch(:terms, {})) })
  end

  # Types peaks in kilonewtons and judges each a break of the specimen.
  def lot_with_breaks(*forces, **values)
    lot(**values).tap { |made| forces.each { |force| break_at(made, force.to_s) } }
  end

  def break_at(lot, text, **rest) = peak(lot, text, **rest).tap { |pull| judge(pull, "break", failed_part: "specimen") }

  def peak(lot, text, unit: "kN", **rest)
    Actions::RecordPeak.call(lot_id: lot.id, text: text, unit: unit, person_id: person.id, **rest)
  end

  def judge(pull, counts_as, **rest)
    Actions::JudgePull.call(pull_id: pull.id, person_id: person.id, counts_as: counts_as, **rest)
  end

  def import(lot, bytes, name: "log.csv", **rest)
    Actions::ImportRecording.call(lot_id: lot.id, name: name, source: bytes, person_id: person.id, **rest)
  end

  def claim(text, unit: "kN", measure: "strength", kind: "minimum", **rest)
    { text: text, unit: unit, measure: measure, kind: kind, **rest }
  end

  def shown(lot) = Actions::ShowLot.call(lot_id: lot.id)
  def row(pull) = shown(pull.lot)[:pulls].find { |p| p[:id] == pull.id }

  # What the worker would do.
  def computed(lot, **what_if)
    Actions::RateLot.call(lot_id: lot.id, what_if: what_if)
    nil while Actions::Worker.run_once
    Actions::RateLot.call(lot_id: lot.id, what_if: what_if)
  end

  def summary(lot)
    computed(lot)
    shown(lot)[:summary]
  end

  # Signs what is there, as somebody who looked at it.
  def sign(lot, by: person, what_if: {}, **given)
    Actions::SignStatement.call(lot_id: lot.id, sha256: computed(lot, **what_if).sha256, person_id: by.id, **given)
  end

  # A small pull to a sudden break as a log file; other peaks make other files.
  def log_text(peak_newtons: 900, rows: 400, header: "Time [s],Force [N],Travel [mm]")
    top = rows * 3 / 4
    body = Array.new(rows) do |i|
      format("%.2f,%.1f,%.3f", i * 0.01, force_at(i, top, peak_newtons), [i - 40, 0].max * 0.01)
    end
    [header, *body, ""].join("\n")
  end

  def force_at(index, top, peak)
    return (index % 3) * 0.1 if index < 40 || index > top

    peak * (index - 39) / (top - 39.0)
  end

  # A pull whose cell was at its end.
  def saturated_text(end_newtons: 800.0)
    log_text(peak_newtons: 1200).lines.map do |line|
      cells = line.split(",")
      cells[1] = format("%.1f", end_newtons) if cells[1].to_f > end_newtons
      cells.join(",")
    end.join
  end
end
