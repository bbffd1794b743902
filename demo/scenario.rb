# frozen_string_literal: true

require "json"

# The made-up scenario that a first start shows: the Fernhollow test shop and its customers. All names are invented.
module Demo
  # Loads people, jobs, lots and pulls through the same actions that the screens use.
  module Scenario
    FOLDER = __dir__
    ACTIONS = MildAnvil::Actions

    module_function

    def load
      people = JSON.parse(File.read(File.join(FOLDER, "people.json")), symbolize_names: true)
      @people = people.map { |row| MildAnvil::Store::Models::Person.create(row).id }
      JSON.parse(File.read(File.join(FOLDER, "jobs.json")), symbolize_names: true).each { |job| load_job(job) }
    end

    def load_job(job)
      record = ACTIONS::CreateJob.call(customer: job.fetch(:customer), title: job.fetch(:title), purpose: job.fetch(:purpose), person_id: @people.first)
      job.fetch(:lots).each do |lot|
        saved = ACTIONS::SaveLot.create(job_id: record.id, values: lot.except(:bench, :pulls, :sign), person_id: @people.first)
        lot.fetch(:pulls).each_with_index { |pull, i| load_pull(saved, lot, pull, i) }
        ACTIONS::SignRating.call(lot_id: saved.id, person_id: @people.last) if lot[:sign]
      end
    end

    def load_pull(lot, plan, pull, index)
      place = { lot_id: lot.id, person_id: @people[index % 2], specimen_number: pull[:specimen] || (index + 1), feature_name: pull[:feature] }
      record = pull[:typed] ? ACTIONS::RecordPeak.call(**place, text: pull[:typed], unit: pull.fetch(:unit)) : import(lot, plan.fetch(:bench), pull, index, place)
      judge(record, pull[:judged]) if pull[:judged]
    end

    def import(lot, bench, pull, index, place)
      name = format("%s_%02d.%s", lot.name.downcase.gsub(/[^a-z]+/, "_")[0, 18].delete_suffix("_"), index + 1, bench.fetch(:dialect) == "tab" ? "tsv" : "csv")
      ACTIONS::ImportCurve.call(**place, name: name, source: Recording.text(bench, pull))
    end

    def judge(record, judged)
      ACTIONS::JudgePull.call(pull_id: record.id, person_id: record.person_id, **judged)
    end
  end

  # One simulated pull as the text of a log file, the same every time for the same seed.
  module Recording
    SIMULATOR = MildAnvil::Devices::Simulator

    module_function

    def text(bench, pull)
      random = Random.new(pull.fetch(:seed))
      shape = SIMULATOR::Shapes.const_get(bench.fetch(:shape))
      path = shape.path(pull.fetch(:strength), random)
      settings = bench.except(:shape, :dialect)
      log = SIMULATOR::Pull.new(path: path, bench: SIMULATOR::Bench.with(**settings), random: random, stop_newtons: pull[:stop_newtons]).log
      SIMULATOR::LogFile.text(log, bench.fetch(:dialect).to_sym)
    end
  end
end
