# frozen_string_literal: true

# A shop after years: one real lot, copied until there are so many pulls. Rows are made by the database itself, since
# what is measured is reading them.
class ManyPulls
  PULLS_EACH = 20

  def initialize(pulls)
    @copies = pulls / PULLS_EACH
    @db = Sequel::Model.db
  end

  # @return [Array<Integer>] ids of the lots
  def call
    model = Bench.lot("Kelp line 25")
    Bench.fill([model], PULLS_EACH)
    (1..@copies).each_slice(500) { |numbers| @db.transaction { numbers.each { |n| copy(model, n) } } }
    @db[:lots].select_map(:id)
  end

  private

  def copy(model, number)
    lot = @db[:lots].insert(model.values.except(:id).merge(uid: ULID.generate, name: "Kelp line #{number}"))
    terms = @db[:rating_terms].first(lot_id: model.id).except(:id)
    @db[:rating_terms].insert(terms.merge(lot_id: lot, **fresh(terms)))
    summary = @db[:lot_summaries].first(lot_id: model.id)
    @db[:lot_summaries].insert(summary.merge(lot_id: lot, rating_key: summary[:wanted_key], rating: nil))
    rows(model, lot)
  end

  def rows(model, lot)
    @kept ||= model_rows(model)
    ids = { lots: { model.id => lot } }
    @kept.each do |table, rows|
      first = (@db[table].max(:id) || 0) + 1
      ids[table] = rows.each_with_index.to_h { |row, i| [row[:id], first + i] }
      @db[table].multi_insert(rows.map { |row| moved(row, ids, table) })
    end
  end

  POINTS = { lot_id: :lots, specimen_id: :specimens, feature_id: :features, pull_id: :pulls,
             measurement_id: :measurements }.freeze

  def moved(row, ids, table)
    row.merge(id: ids[table].fetch(row[:id]), **fresh(row),
              **POINTS.filter_map { |column, to| [column, ids[to].fetch(row[column])] if row[column] }.to_h)
  end

  def fresh(row) = row.key?(:uid) ? { uid: ULID.generate } : {}

  def model_rows(model)
    specimens = @db[:specimens].where(lot_id: model.id)
    pulls = @db[:pulls].where(lot_id: model.id)
    { specimens: specimens.all, features: @db[:features].where(specimen_id: specimens.select(:id)).all,
      pulls: pulls.all, measurements: @db[:measurements].where(pull_id: pulls.select(:id)).all,
      judgements: @db[:judgements].where(pull_id: pulls.select(:id)).all }
  end
end
