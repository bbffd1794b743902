# frozen_string_literal: true

require "json"
require_relative "checked"
require_relative "lasting"
require_relative "planned"
require_relative "prepared"
require_relative "recording"

# The made-up scenario that a first start shows: the Fernhollow test shop and its customers. All names are invented.
module Demo
  # Loads people, jobs, studies, lots, pulls and statements through the same actions that the screens use.
  module Scenario
    FOLDER = __dir__
    ACTIONS = MildAnvil::Actions
    OF_LOT = %i[bench pulls sign levels].freeze

    module_function

    def load
      @people = table("people").map { |row| add_person(row) }
      laboratory
      @plans = table("plans")
      Planned.register(table("register"), person_id: technicians.first)
      Checked.load(table("checks"), person_id: technicians.first)
      table("jobs").each { |job| load_job(job) }
      Lasting.load(table("lasting"), person_id: technicians.first)
      MildAnvil::Store::Settings.demo!
    end

    def table(name) = JSON.parse(File.read(File.join(FOLDER, "#{name}.json")), symbolize_names: true)

    # Its name and mark stand on every paper.
    def laboratory
      mark = ACTIONS::SaveItemType.keep_picture(name: "mark.png", bytes: File.binread(File.join(FOLDER, "mark.png")),
                                                person_id: administrator)
      ACTIONS::Papers::Laboratory.keep(values: table("laboratory").merge(mark_id: mark.id), person_id: administrator)
    end

    def add_person(row)
      hash = MildAnvil::Web::SignIn.password_hash(row.fetch(:password))
      ACTIONS::ManagePeople.add(**row.slice(:name, :login, :roles), password_hash: hash).id
    end

    def technicians = @people.first(2)
    def reviewer = @people[2]
    def administrator = @people[3]

    def load_job(job)
      record = ACTIONS::CreateJob.call(**job.slice(:customer, :title, :purpose), person_id: technicians.first)
      ACTIONS::SaveStudy.call(job_id: record.id, **job[:study], person_id: technicians.first) if job[:study]
      job.fetch(:lots).each { |lot| load_lot(record, lot) }
    end

    def load_lot(job, lot)
      saved = ACTIONS::SaveLot.create(job_id: job.id, values: lot.except(*OF_LOT), person_id: technicians.first)
      assign_levels(saved, lot[:levels]) if lot[:levels]
      Planned.lot(saved, @plans.fetch(lot[:name].to_sym, {}), person_id: technicians.first)
      lot.fetch(:pulls).each_with_index do |pull, i|
        sign(saved, fewer_reason: lot[:sign][:fewer_reason]) if lot[:sign] && lot[:sign][:first_after] == i
        load_pull(saved, lot, pull, i)
      end
      sign_whole(saved, lot[:sign]) if lot[:sign]
    end

    def assign_levels(lot, levels)
      ids = lot.job.studies.flat_map(&:factors).filter_map do |factor|
        factor.levels.find { |level| level.name == levels[factor.name.to_sym] }&.id
      end
      ACTIONS::AssignLevels.call(lot_id: lot.id, level_ids: ids, person_id: technicians.first)
    end

    def load_pull(lot, plan, pull, index)
      place = { lot_id: lot.id, person_id: technicians[index % 2], specimen_number: pull[:specimen] || (index + 1),
                feature_name: pull[:feature], pulled_at: pulled_at(index), **read_by(lot) }
      record = pull[:typed] ? typed(pull, place) : import(lot, plan.fetch(:bench), pull, index, place)
      ACTIONS::JudgePull.call(pull_id: record.id, person_id: record.person_id, **pull[:judged]) if pull[:judged]
    end

    def read_by(lot) = Checked.cell_of(lot.name)&.then { |id| { instrument_id: id } } || {}

    MINUTES_EACH = 7
    BEGUN = 9 * 3600 # at nine on the day before the first start

    def pulled_at(index)
      now = Time.now.utc
      Time.utc(now.year, now.month, now.day) - 86_400 + BEGUN + (index * MINUTES_EACH * 60)
    end

    def typed(pull, place) = ACTIONS::RecordPeak.call(**place, text: pull[:typed], unit: pull.fetch(:unit))

    def import(lot, bench, pull, index, place)
      words = lot.name.downcase.gsub(/[^a-z]+/, "_")[0, 18].delete_suffix("_")
      name = format("%s_%02d.%s", words, index + 1, bench.fetch(:dialect) == "tab" ? "tsv" : "csv")
      ACTIONS::ImportRecording.call(**place, name: name, source: Recording.text(bench, pull))
    end

    def sign_whole(lot, plan)
      statement = sign(lot, revision_reason: plan[:revision_reason])
      return unless plan[:review]

      ACTIONS::CountersignStatement.call(statement_id: statement.id, sha256: statement.sha256, person_id: reviewer)
    end

    # As somebody who looked at what was computed.
    def sign(lot, **reasons)
      rated = ACTIONS::RateLot.call(lot_id: lot.id)
      seen = ACTIONS::Computations.compute(ACTIONS::Computations.want(rated.inputs, lot_id: lot.id))
      ACTIONS::SignStatement.call(lot_id: lot.id, sha256: seen.statement_sha256, person_id: technicians.first,
                                  **reasons)
    end
  end
end
