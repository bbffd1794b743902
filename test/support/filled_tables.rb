# frozen_string_literal: true

# Rows of every kind in every table that is carried, made up from the schema: the k-th row of a table refers to the k-th
# row of each table that it refers to, and has the k-th word of each list of words.
module FilledTables
  Tables = MildAnvil::Store::CarriedTables
  START = Time.utc(2026, 1, 1, 8, 0, 0, 123_456)

  module_function

  # @return [Array<Array(Symbol, Symbol)>] table and column of every list of words
  def word_columns
    Tables::ALL.keys.flat_map do |table|
      Tables.limits(table).filter_map { |column, limit| [table, column] if limit[:allowed] }
    end
  end

  # @return [Integer] as many rows as the longest list has words
  def rows_each = word_columns.map { |table, column| Tables.limits(table)[column][:allowed].size }.max

  # The rows contradict themselves; what holds them together is looked at, not what they say.
  def unchecked
    DATABASE.run("SET SESSION check_constraint_checks = 0")
    yield
  ensure
    DATABASE.run("SET SESSION check_constraint_checks = 1")
  end

  def fill_every_table
    MildAnvil::Store::Database.write do
      FilledTables.unchecked do
        ids = {}
        Tables::ALL.each_key { |table| ids[table] = FilledTables.fill(table, ids) }
        Tables::ALL.each_value { |table| FilledTables.later(table, ids) }
      end
    end
  end

  # @return [Array<Integer, nil>] ids of the new rows
  def fill(table, ids)
    Array.new(rows_each) do |k|
      values = Tables.columns(table).to_h { |column, type| [column, value(table, column, type, k, ids)] }.compact
      id = DATABASE[table].insert(values)
      ids[table] = [*ids[table], id] # a row may refer to the one before it
      id
    end
  end

  def value(table, column, type, number, ids)
    return if column == :id || Tables::ALL[table].later.include?(column)

    parent = Tables.references(table)[column]
    return reference(parent, table, number, ids) if parent
    return subject_id(table, number, ids) if column == :subject_id

    allowed = Tables.limits(table)[column][:allowed]
    allowed ? allowed[number % allowed.size] : plain(table, column, type, number)
  end

  def reference(parent, table, number, ids)
    return number.zero? ? nil : ids[table][number - 1] if parent == table

    ids.fetch(parent)[number]
  end

  def subject_id(table, number, ids)
    list = Tables::ALL[table].any
    words = Tables.limits(table)[:subject][:allowed]
    parent = list[words[number % words.size]]
    parent && ids.fetch(parent)[number]
  end

  def plain(table, column, type, number)
    case type
    when "integer" then number + 1
    when "number" then 1.25 + number
    when "boolean" then number.odd?
    when "date" then (START + (86_400 * number)).to_date
    when "datetime" then START + number
    when "file" then Sequel.blob("#{table} #{column} #{number}")
    else text(table, column, number)
    end
  end

  def text(table, column, number)
    longest = Tables.limits(table)[column][:longest]
    return format("%026d", (Tables::ALL.keys.index(table) * 1000) + number) if column == :uid
    return OpenSSL::Digest::SHA256.hexdigest("#{table}#{number}")[0, longest] if longest == 64
    return "{}" if longest.nil? # a long text is JSON in most places

    "#{(97 + number).chr}Ω"[0, longest]
  end

  # References that are set once everything is there.
  def later(table, ids)
    table.later.each do |column|
      parent = ids.fetch(Tables.references(table.name).fetch(column))
      ids[table.name].each_with_index { |id, k| DATABASE[table.name].where(id: id).update(column => parent[k]) }
    end
  end
end
