# frozen_string_literal: true

module Demo
  # Benches, gear, plans, specimens, orders and acceptance of the scenario.
  module Planned
    PLANNING = MildAnvil::Actions::Planning
    MODELS = MildAnvil::Store::Models

    module_function

    # @param table [Hash] benches, instruments, gear, near_misses; a bench is named by its name
    def register(table, person_id:)
      %w[benches instruments gear].each do |kind|
        table.fetch(kind.to_sym).each do |row|
          PLANNING::Register.add(table: kind, values: row.except(:bench).merge(bench(row)), person_id: person_id)
        end
      end
      table.fetch(:near_misses).each do |row|
        PLANNING::Register.note_near_miss(**row.except(:bench), **bench(row), person_id: person_id)
      end
    end

    def bench(row) = row[:bench] ? { bench_id: MODELS::Bench.first(name: row[:bench]).id } : {}
    private_class_method :bench

    # What of a lot's plan the scenario holds.
    def lot(lot, row, person_id:)
      lot = MODELS::Lot.fetch!(lot.id)
      list(lot, row[:specimen_list], person_id) if row[:specimen_list]
      plan(lot, row[:plan], person_id) if row[:plan]
      cells(lot, row[:cells], person_id) if row[:cells]
      PLANNING::PullOrders.draw(lot_id: lot.id, person_id: person_id, **row[:order]) if row[:order]
      acceptance(lot, row[:acceptance], person_id) if row[:acceptance]
      Prepared.lot(lot, row[:prepare], person_id: person_id) if row[:prepare]
    end

    def list(lot, row, person_id) = PLANNING::SpecimenList.add(lot_id: lot.id, person_id: person_id, **row)
    private_class_method :list

    def plan(lot, row, person_id)
      train = row.fetch(:train).map { |link| link[:gear] ? of_gear(link) : link }
      content = row.except(:bench).merge(train: train, **bench(row), **today(row))
      PLANNING::SavePlan.call(lot_id: lot.id, content: content, revision: 0, person_id: person_id)
    end
    private_class_method :plan

    # A day that is planned by the hour is the day of the first start.
    def today(row) = row.dig(:day, :opens) ? { day: row[:day].merge(date: Time.now.to_date.iso8601) } : {}
    private_class_method :today

    def of_gear(link)
      gear = MODELS::Gear.first(name: link[:gear])
      link.except(:gear).merge(name: gear.name, kind: gear.kind, gear_id: gear.id)
    end
    private_class_method :of_gear

    # The other cells of the study as lots like this one, each with its specimens listed.
    def cells(lot, row, person_id)
      study = PLANNING::PieceOrder.study_ids(lot).first
      empty = PLANNING::StudyCells.show(study_id: study)[:cells].select { |cell| cell[:lot_id].nil? }
      PLANNING::StudyCells.make(study_id: study, cells: empty.map { |cell| cell[:levels] }, like: lot.id,
                                planned: row[:planned], person_id: person_id)
      PLANNING::StudyCells.lots(study).each_with_index do |cell, i|
        pattern = row[:pattern].sub("{lot}", (i + 1).to_s.rjust(2, "0"))
        list(cell, { count: row[:planned], pattern: pattern }, person_id)
      end
    end
    private_class_method :cells

    def acceptance(lot, row, person_id)
      worked = PLANNING::Templates.worked_out(key: row[:template], dimensions: row[:dimensions])
      PLANNING::Acceptance.save(lot_id: lot.id, revision: 0, person_id: person_id, dimensions: row[:dimensions],
                                **worked)
      keys = MODELS::AcceptancePlan.of(lot.id).required_tests.to_h { |test| [test.name, test.key] }
      row[:results].each do |result|
        PLANNING::TestResults.record(lot_id: lot.id, test_key: keys.fetch(result[:test]), typed: result[:typed],
                                     person_id: person_id)
      end
    end
    private_class_method :acceptance
  end
end
