# frozen_string_literal: true

require "pdf/reader"
require_relative "bench_desk"
require_relative "owner_database"

# Proofs on the simulated bench, and what is given out for them.
module Proved
  include BenchDesk

  Certify = MildAnvil::Actions::Proving::Certify
  Papers = MildAnvil::Actions::Proving::CertificatePapers

  def teardown
    close_desk if @desk
    super
  end

  def proved(sound: true, working: "0.5", **values)
    lot = lot_at_bench(requirements: [{ text: working, unit: "kN", measure: "working_load" }], **values)
    key = quick_proof
    open_desk
    connected
    run = start(lot, key)
    look_at_it(run, sound: sound)
    over(run)
  end

  def text_of(bytes) = PDF::Reader.new(StringIO.new(bytes)).pages.map(&:text).join(" ").gsub(/\s+/, " ")

  def certify(run, **rest) = Certify.call(run_id: run.id, person_id: person.id, **rest)
end
