# frozen_string_literal: true

require_relative "../demo/scenario"
require "tmpdir"

# What a package costs, and those who work meanwhile: the demo written, proved, taken into an empty installation while
# somebody else records and judges; everything verified.
class Trust
  ACTS = MildAnvil::Actions

  def run
    Demo::Scenario.load
    nil while ACTS::Worker.run_once
    Dir.mktmpdir do |folder|
      path = File.join(folder, "demo.zip")
      say("the demo written as a package", timed { ACTS::Packages::Write.call(path) })
      say("looked at where it came from", timed { ACTS::Packages::TakeIn.look(path) })
      say("everything verified", timed { ACTS::Verify::Evidence.call })
      taken_while_others_work(path)
    end
  end

  private

  def taken_while_others_work(path)
    empty
    person = ACTS::ManagePeople.add(name: "Bench", login: "bench", roles: %w[technician administrator],
                                    password_hash: "-")
    lot = lot(person)
    alone = waits { |wait| 20.times { wait.call { record(lot, person) } } }
    reader, writer = IO.pipe
    Sequel::Model.db.disconnect # nothing is shared with the child
    child = fork { others(writer, lot, person) }
    writer.close
    sleep 1
    say("taken in", timed { take(path, person) })
    Process.kill("TERM", child)
    during = reader.read.split.map(&:to_f)
    Process.wait(child)
    puts format("  a reading recorded and judged: alone median %.0f ms, longest %.0f; meanwhile %d, median %.0f ms, " \
                "longest %.0f", *of(alone), during.size, *of(during))
  end

  def of(seconds) = [seconds.sort[seconds.size / 2], seconds.max].map { |s| s * 1000 }

  def others(out, lot, person)
    stop = false
    trap("TERM") { stop = true }
    MildAnvil::Store::Database.connect(ENV.fetch("DATABASE_URL"), connections: 2)
    waits { |wait| wait.call { record(lot, person) } until stop }.each { |seconds| out.puts seconds }
    out.close
    exit! 0
  end

  def waits
    found = []
    yield(->(&work) { found << timed(&work) })
    found
  end

  def record(lot, person)
    pull = ACTS::RecordPeak.call(lot_id: lot.id, text: "8.1", unit: "kN", person_id: person.id)
    ACTS::JudgePull.call(pull_id: pull.id, person_id: person.id, counts_as: "break", failed_part: "specimen")
  end

  def lot(person)
    job = ACTS::CreateJob.call(customer: "Brindle Works", title: "Loops", person_id: person.id)
    ACTS::SaveLot.create(job_id: job.id, values: { name: "Loop", item_type: "sewn_loop" }, person_id: person.id)
  end

  def take(path, person)
    ACTS::Packages::TakeIn.call(path, name: "demo.zip", sha256: OpenSSL::Digest::SHA256.file(path).hexdigest,
                                      person_id: person.id)
  end

  def empty
    owner = Sequel.connect(ENV.fetch("OWNER_DATABASE_URL"))
    owner.synchronize do
      owner.run("SET FOREIGN_KEY_CHECKS = 0")
      (owner.tables - %i[schema_info]).each { |table| owner[table].delete }
      owner.run("SET FOREIGN_KEY_CHECKS = 1")
    end
    owner.disconnect
  end

  def timed
    began = Process.clock_gettime(Process::CLOCK_MONOTONIC)
    yield
    Process.clock_gettime(Process::CLOCK_MONOTONIC) - began
  end

  def say(what, seconds) = puts(format("  %-46s %.1f s", what, seconds))
end
